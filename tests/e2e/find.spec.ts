import { expect, type Page } from "@playwright/test";
import { sectionedFile, sectionedLines } from "../sectioned-text";
import { clickWords, heightInWindow, manuscript, openFile, selectWords, storedLines } from "./desk";
import { test } from "./own-shelf";

const LINES = sectionedLines(150);
const FILE = sectionedFile(LINES);

test.beforeEach(async ({ page }) => {
  await openFile(page, "find.md", FILE);
  await expect(page.locator(".chunk[data-undrawn]")).toHaveCount(0, { timeout: 30_000 });
});

const bar = (page: Page) => page.getByRole("region", { name: "Find and replace" });
const field = (page: Page) => bar(page).getByLabel("Words to find");

test("words are found from the caret on, marked in the text and on the rope, and gone through both ways", async ({
  page,
}) => {
  await clickWords(page, "Middle words of 1.");
  await page.keyboard.press("Control+Alt+f");
  await expect(field(page)).toBeFocused();
  await page.keyboard.type("LAST WORDS OF");
  await expect(bar(page).getByRole("status")).toHaveText("150 places");
  await expect(manuscript(page).locator(".match").first()).toHaveText("Last words of");
  await expect(page.locator("[data-matches]")).toBeAttached();
  await page.keyboard.press("Enter");
  await expect(bar(page).getByRole("status")).toHaveText("2 of 150");
  await expect(manuscript(page).locator(".match.current")).toBeInViewport();
  await page.keyboard.press("Shift+Enter");
  await page.keyboard.press("Shift+Enter");
  await expect(bar(page).getByRole("status")).toHaveText("150 of 150");
  await expect(manuscript(page).getByText("Last words of 149.")).toBeInViewport();
  await expect(field(page)).toBeFocused();
  await page.keyboard.press("Escape");
  await expect(bar(page)).toBeHidden();
  await expect(manuscript(page)).toBeFocused();
  await expect(manuscript(page).locator(".match")).toHaveCount(0);
  // What was found is chosen: one types over it.
  await page.keyboard.type("Nothing of");
  await expect(manuscript(page)).toContainText("Nothing of 149.");
});

test("words are replaced one by one, then everywhere as one change that one undo takes back", async ({
  page,
}) => {
  await selectWords(page, "lamp");
  await page.keyboard.press("Control+Alt+f");
  await expect(field(page)).toHaveValue("lamp");
  await bar(page).getByLabel("Replace with").fill("great lantern");
  await expect(bar(page).getByRole("status")).toHaveText("1 of 150");
  await page.keyboard.press("Enter");
  await expect(bar(page).getByRole("status")).toHaveText("1 of 149");
  const one = LINES.map((line, i) => (i === 1 ? line.replace("lamp", "great lantern") : line));
  await expect.poll(() => storedLines(page)).toEqual(one);
  await bar(page).getByRole("button", { name: "Replace all 149" }).click();
  await expect(page.getByText("was replaced at 149 places")).toBeVisible();
  await expect(field(page)).toBeFocused();
  await expect
    .poll(() => storedLines(page))
    .toEqual(LINES.map((line) => line.replace("lamp", "great lantern")));
  await expect(bar(page).getByRole("status")).toHaveText("Not found");
  await page.getByRole("button", { name: "Undo", exact: true }).last().click();
  await expect.poll(() => storedLines(page)).toEqual(one);
});

test("words put in place of others may hold them; a section that is looked in changes with the text", async ({
  page,
}) => {
  await clickWords(page, "Middle words of 3.");
  await page.keyboard.press("Control+Alt+f");
  await field(page).fill("words of 3");
  await bar(page).getByLabel("Replace with").fill("many, many words of 3 and more");
  await bar(page).getByRole("button", { name: "Search options" }).click();
  await page.getByLabel("Where").selectOption("section");
  await page.keyboard.press("Escape");
  const status = bar(page).getByRole("status");
  await expect(status).toHaveText("3 places");
  await field(page).press("Enter");
  await field(page).press("Shift+Enter");
  await expect(status).toHaveText("1 of 3");
  const replace = bar(page).getByRole("button", { name: "Replace", exact: true });
  for (const told of ["2 of 3", "3 of 3"]) {
    await replace.click();
    await expect(status).toHaveText(told);
  }
  await replace.click();
  const grown = LINES.map((line, i) =>
    Math.floor(i / 4) === 3 ? line.replace("words of 3", "many, many words of 3 and more") : line,
  );
  await expect.poll(() => storedLines(page)).toEqual(grown);
  await expect(status).toContainText("3");
  // Somebody writes, and what is pressed in the same moment is done to what stands there then.
  await clickWords(page, "Section 3");
  await page.keyboard.press("End");
  await page.keyboard.type(" words of 3");
  await bar(page).getByLabel("Replace with").fill("x");
  await bar(page)
    .getByRole("button", { name: /^Replace all/ })
    .click();
  await expect
    .poll(() => storedLines(page))
    .toEqual(
      grown.map((line, i) =>
        i === 12 ? "Section 3 x" : Math.floor(i / 4) === 3 ? line.replace("words of 3", "x") : line,
      ),
    );
});

test("what is sought may have wildcards, be an expression, and be looked for in headings only; places are listed", async ({
  page,
}) => {
  await page.getByRole("button", { name: /^Find and replace/ }).click();
  const status = bar(page).getByRole("status");
  await field(page).fill("first*lamp");
  await expect(status).toHaveText("Not found");
  await bar(page).getByRole("button", { name: "Search options" }).click();
  const options = page.getByRole("dialog", { name: "Search options" });
  await options.getByLabel("How to search").selectOption("wildcards");
  await expect(status).toHaveText("150 places");
  await options.getByLabel("Where").selectOption("headings");
  await expect(status).toHaveText("Not found");
  await options.getByLabel("How to search").selectOption("expression");
  await page.keyboard.press("Escape");
  await expect(bar(page)).toBeVisible();
  await field(page).fill("section 1\\d7");
  await expect(status).toHaveText("5 places");
  await field(page).fill("(section");
  await expect(bar(page)).toContainText("Unterminated group");
  await field(page).fill("section 1\\d7");
  await bar(page).getByRole("button", { name: "List results" }).click();
  await bar(page).getByRole("listitem").nth(2).getByRole("button").click();
  await expect(manuscript(page).getByText("Section 127")).toBeInViewport();
  await expect(status).toHaveText("3 of 5");
});

test("an expression that would never end is given up, and the page goes on", async ({ page }) => {
  await page.getByRole("button", { name: /^Find and replace/ }).click();
  await bar(page).getByRole("button", { name: "Search options" }).click();
  await page.getByLabel("How to search").selectOption("expression");
  await page.keyboard.press("Escape");
  await field(page).fill("(.+)+!");
  await expect(bar(page).getByRole("status")).toHaveText("Looking…");
  await expect(bar(page)).toContainText("It takes too long.", { timeout: 10_000 });
  await field(page).fill("Section 14$");
  await expect(bar(page).getByRole("status")).toHaveText("1 place");
});

test("words are found in all documents of the shelf, and one lands on the spot", async ({ page }) => {
  const filler = "Words that go on and on and say nothing of it. ".repeat(10);
  const long = Array.from({ length: 60 }, (_, i) => `## Section ${i}\n\n${filler}`).join("\n\n");
  await openFile(
    page,
    "shelf-one.md",
    `# One of two\n\n${long}\n\nThe **quartz** lantern stands here.\n\n${filler}`,
  );
  await openFile(page, "shelf-two.md", "# Two of two\n\nNo QUARTZ, but quártz.\n");
  await page.goto("/");
  const field = page.getByRole("searchbox", { name: "Find in all documents" });
  await field.fill("quartz");
  await expect(page.getByText("3 places in 2 documents.")).toBeVisible();
  const how = page.getByRole("combobox", { name: "How to search" });
  await how.selectOption("As a regular expression");
  await field.fill("qu.rtz \\w+");
  await expect(page.getByText("1 place in 1 document.")).toBeVisible();
  await field.fill("(");
  await expect(page.getByRole("alert").getByText("Unterminated group")).toBeVisible();
  await how.selectOption("As typed");
  await field.fill("quartz");
  await page.getByRole("checkbox", { name: "Match case" }).check();
  await expect(page.getByText("2 places in 2 documents.")).toBeVisible();
  await page.getByRole("checkbox", { name: "Match accents" }).check();
  await expect(page.getByText("1 place in 1 document.")).toBeVisible();
  await page.getByRole("link", { name: /quartz lantern/ }).click();
  const spot = manuscript(page).getByText("quartz");
  await expect.poll(() => heightInWindow(page, spot)).toBeGreaterThan(0);
  await expect.poll(() => heightInWindow(page, spot)).toBeLessThan(600);
  await page.goBack();
  await field.fill("nothing like this is anywhere");
  await expect(page.getByText("Not found in any document.")).toBeVisible();
  await field.press("Escape");
  await expect(page.getByRole("table")).toBeVisible();
});

test("wildcards are offered where their signs stand nowhere, and the way of finding is remembered", async ({
  page,
}) => {
  await openFile(page, "wild.md", "# Wild\n\nThe lamp burns low.\n");
  await page.keyboard.press("Control+Alt+f");
  await field(page).fill("lamp*low");
  await bar(page).getByRole("button", { name: "Take * as any words" }).click();
  await expect(bar(page).getByRole("status")).toHaveText("1 place");
  await expect(field(page)).toBeFocused();
  await page.reload();
  await expect(manuscript(page)).toBeVisible();
  await page.keyboard.press("Control+Alt+f");
  await field(page).fill("b?rns");
  await expect(bar(page).getByRole("status")).toHaveText("1 place");
});

test("pickers know what people call things", async ({ page }) => {
  await openFile(page, "called.md", "# Called\n\nThe lamp burns low.\n\n## Rooms\n\nMore words.\n");
  await page.keyboard.press("Control+j");
  const jump = page.getByRole("combobox", { name: "Jump to" });
  await jump.fill("“burns");
  await expect(page.getByRole("option", { name: "The lamp burns low" })).toBeVisible();
  await jump.press("Enter");
  await expect(manuscript(page).locator(".glow")).toHaveText("burns");
  await page.keyboard.press("Control+k");
  const where = page.getByRole("combobox", { name: "Where to" });
  await where.fill("open work");
  await expect(page.getByRole("option", { name: "Show what is flagged" })).toBeVisible();
  await where.fill("more words");
  await expect(page.getByRole("option", { name: /More words/ })).toBeVisible();
});
