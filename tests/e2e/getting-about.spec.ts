import { expect, type Page } from "@playwright/test";
import { clickWords, heightInWindow, jump, kept, manuscript, openFile, typeAtEnd } from "./desk";
import { test } from "./own-shelf";

const LONG = "Words that fill a line and go on for a while, so that there is something to scroll. ".repeat(
  12,
);
const TEXT = Array.from(
  { length: 12 },
  (_, i) =>
    `# Part ${i + 1}\n\n${LONG}\n\n## Below ${i + 1}\n\n${LONG}[^${i}]\n\n$$\nx_${i}\n$$\n\n[^${i}]: Note of part ${i + 1}.\n`,
).join("\n");

const options = (page: Page) => page.getByRole("listbox", { name: "Jump to" }).getByRole("option");
const option = (page: Page) => options(page).and(page.getByRole("option", { selected: true }));

test("the jump box takes numbers, kinds and paragraphs, says where each lies and shows it", async ({
  page,
}) => {
  await openFile(page, "about.md", TEXT);
  await page.keyboard.press("Control+j");
  const box = page.getByRole("combobox", { name: "Jump to" });
  await box.fill("7.1");
  await expect(option(page)).toContainText("Below 7");
  await expect(option(page)).toContainText("Part 7");
  await box.fill("eq 4");
  await expect(option(page)).toContainText("equation in Part 4 › Below 4");
  await expect(page.locator("[data-preview]")).toContainText("x_3");
  await box.fill("note 5");
  await expect(option(page)).toContainText("Note of part 5.");
  await page.keyboard.press("Enter");
  const sign = manuscript(page).locator(".note-sign[data-number='5']");
  await expect.poll(() => heightInWindow(page, sign)).toBeGreaterThan(0);
  await jump(page, "¶ 9");
  await expect
    .poll(() =>
      page.evaluate(() => document.getSelection()?.anchorNode?.parentElement?.closest("p")?.textContent),
    )
    .toBe(LONG.trim());
  await page.keyboard.press("Control+j");
  await box.fill("p 999");
  await expect(page.getByText("Nothing here has that name.")).toBeVisible();
  // What is no name may be among the words.
  await box.fill("something to scroll");
  await expect(option(page)).toContainText("Find “something to scroll” in the text");
  await page.keyboard.press("Enter");
  const bar = page.getByRole("region", { name: "Find and replace" });
  await expect(bar.getByRole("textbox").first()).toBeFocused();
  await expect(bar.getByRole("textbox").first()).toHaveValue("something to scroll");
  await expect(bar.getByRole("status")).toHaveText(`${24 * 12} places`);
  await expect(page.getByRole("combobox", { name: "Jump to" })).toHaveCount(0);
});

test("one steps from heading to heading and note to note, goes back, and forward again", async ({ page }) => {
  await openFile(page, "steps.md", TEXT);
  await clickWords(page, "Part 1");
  const here = () =>
    page.evaluate(
      () => document.getSelection()?.anchorNode?.parentElement?.closest("h1, h2, p")?.textContent,
    );
  await page.keyboard.press("Alt+PageDown");
  await expect.poll(here).toBe("Below 1");
  await page.keyboard.press("Alt+PageDown");
  await expect.poll(here).toBe("Part 2");
  await page.keyboard.press("Alt+PageUp");
  await page.keyboard.press("Alt+PageUp");
  await expect.poll(here).toBe("Part 1");
  await page.keyboard.press("Alt+PageUp");
  await expect(page.getByText("This is the first one.")).toBeVisible();

  await page.getByLabel("What to step through").selectOption("note");
  await page.getByRole("button", { name: "Next (Alt+Page Down)" }).click();
  const steps = page.getByRole("group", { name: "Step through" });
  await expect(steps.getByRole("status")).toHaveText("1/12");
  await page.getByRole("button", { name: "Next (Alt+Page Down)" }).click();
  await expect(steps.getByRole("status")).toHaveText("2/12");
  await page.keyboard.press("Control+Shift+j");
  await expect(page.getByRole("button", { name: /^Forward to Below 2/ })).toBeVisible();
  await page.keyboard.press("Control+Alt+j");
  await expect(page.getByRole("button", { name: /^Forward/ })).toBeHidden();
});

test("an author comes back to where the work was left, and to its last places", async ({ page }) => {
  await openFile(page, "left.md", TEXT);
  await jump(page, "Below 11");
  await page.keyboard.press("End");
  await page.keyboard.type(" was here");
  await kept(page);
  await page.goto("/");
  await page.goBack();
  const place = manuscript(page).getByText("Below 11 was here");
  await expect.poll(() => heightInWindow(page, place)).toBeGreaterThan(0);
  expect(await heightInWindow(page, place)).toBeLessThan(500);
  await page.getByRole("button", { name: "Back to the beginning" }).click();
  await clickWords(page, "Part 1");
  await page.keyboard.press("End");
  await page.keyboard.type(" too");
  await page.keyboard.press("Control+j");
  await expect(options(page).nth(0)).toContainText("Part 1 too");
  await expect(options(page).nth(1)).toContainText("Below 11 was here");
  await options(page).nth(1).click();
  await expect.poll(() => heightInWindow(page, place)).toBeGreaterThan(0);
});

test("paragraphs show their numbers, counted through the whole document", async ({ page }) => {
  await openFile(page, "numbers.md", TEXT);
  await page.getByRole("button", { name: "Paragraph numbers" }).click();
  await expect(manuscript(page)).toHaveAttribute("data-numbered");
  await typeAtEnd(page, "The last");
  const chunks = manuscript(page).locator(".chunk");
  await expect(chunks.first()).toHaveCSS("--paragraphs", "0");
  const numbers = await chunks.evaluateAll((all) =>
    all.map((it) => Number((it as HTMLElement).style.getPropertyValue("--paragraphs"))),
  );
  expect(numbers).toEqual([...numbers].sort((a, b) => a - b));
});

test("one lands on a heading to the pixel after letters were typed before it", async ({ page }) => {
  // Long enough that a few letters do not show where it is drawn to scale.
  const many = Array.from({ length: 4 }, (_, i) => TEXT.replace(/^# Part /gm, `# Chapter ${i} part `));
  await openFile(page, "typed-before.md", `${LONG}\n\n${many.join("\n").replace(/\[\^\d+\].*/g, "")}`);
  await clickWords(page, "Words that fill");
  await page.keyboard.type("typed");
  for (const name of ["Chapter 2 part 7", "Chapter 3 part 11", "Chapter 1 part 2"]) {
    await jump(page, name);
    const title = manuscript(page).getByRole("heading", { name, exact: true });
    await expect.poll(async () => Math.round(await heightInWindow(page, title))).toBe(120);
  }
});
