import { expect, type Page } from "@playwright/test";
import { manuscript, openFile, stage } from "./desk";
import { test } from "./own-shelf";

const grid = (page: Page, name: string) => page.getByRole("grid", { name });
const rows = (page: Page, name: string) =>
  grid(page, name).locator("[aria-rowindex]:not([aria-rowindex='1'])");
const tab = (page: Page, name: string) => page.getByRole("tab", { name }).click();

const TEXT = `# Alpha {#alpha}

[first](#beta), [second](#beta), [third](#nowhere) and [a page](https://a.example/x).

See section 3, and page 1, and section 9.

# Beta {#beta}

Words of beta.

# Gamma

The end.
`;

test("all links are listed, narrowed, sorted, gone to, and led elsewhere or unlinked together", async ({
  page,
}) => {
  await openFile(page, "links.md", TEXT);
  await stage(page, "Proof");
  await tab(page, "All links");
  await expect(rows(page, "Links")).toHaveCount(4);
  await grid(page, "Links").getByRole("button", { name: "Words", exact: true }).click();
  await expect(rows(page, "Links").first()).toContainText("a page");
  await page.getByRole("combobox", { name: "Show" }).selectOption("Broken");
  await expect(rows(page, "Links")).toHaveCount(1);
  await expect(rows(page, "Links")).toContainText("third");
  await page.getByRole("combobox", { name: "Show" }).selectOption("All links");
  await page.getByRole("searchbox", { name: "Filter the list of links" }).fill("beta");
  await expect(rows(page, "Links")).toHaveCount(2);
  await page.getByRole("searchbox", { name: "Filter the list of links" }).press("Tab");
  await grid(page, "Links").focus();
  await page.keyboard.press("Control+a");
  await page.getByRole("button", { name: "Change destination" }).click();
  await page.getByRole("combobox", { name: "Where to" }).fill("gamma");
  await page.keyboard.press("Enter");
  await expect(page.getByText("2 links lead there now.")).toBeVisible();
  await page.getByRole("searchbox", { name: "Filter the list of links" }).fill("gamma");
  await expect(rows(page, "Links")).toHaveCount(2);
  await grid(page, "Links").focus();
  await page.keyboard.press("Home");
  await page.keyboard.press("Space");
  await page.getByRole("button", { name: "Unlink", exact: true }).click();
  await expect(rows(page, "Links")).toHaveCount(1);
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(rows(page, "Links")).toHaveCount(2);
  await grid(page, "Links").focus();
  await page.keyboard.press("End");
  await page.keyboard.press("Enter");
  await expect(manuscript(page).getByText("second")).toBeInViewport();
});

test("all places are listed with how many links lead there; those never linked stand alone", async ({
  page,
}) => {
  await openFile(page, "places.md", TEXT);
  await stage(page, "Proof");
  await tab(page, "All places");
  await expect(rows(page, "Places")).toHaveCount(3);
  await expect(rows(page, "Places").filter({ hasText: "Beta" })).toContainText("2");
  await page.getByRole("combobox", { name: "Show" }).selectOption("Never linked");
  await expect(rows(page, "Places")).toHaveCount(2);
  await grid(page, "Places").focus();
  await page.keyboard.press("End");
  await page.keyboard.press("Enter");
  await expect(manuscript(page).getByRole("heading", { name: "Gamma" })).toBeInViewport();
});

test("mentions in plain words are found, made cross-references, and told where their number fits nothing", async ({
  page,
}) => {
  await openFile(page, "mentions.md", TEXT);
  await stage(page, "Proof");
  await tab(page, "Mentions not linked");
  const list = rows(page, "Mentions");
  await expect(list.and(page.getByRole("row", { name: /^section 3/ }))).toContainText("Gamma");
  await expect(list.and(page.getByRole("row", { name: /^section 9/ }))).toContainText(
    "There is no section 9 here.",
  );
  await page.getByRole("combobox", { name: "Show" }).selectOption("With a matching place");
  await page.getByRole("button", { name: "Make cross-references of 2" }).click();
  await expect(page.getByText("Made 1 cross-reference and 1 link, where none says the same.")).toBeVisible();
  await expect(grid(page, "Mentions")).toContainText("No mentions match.");
  await stage(page, "Write");
  await expect(manuscript(page).locator(".cross-reference")).toHaveText(["page 1"]);
  await expect(manuscript(page).locator("a.link", { hasText: "section 3" })).toBeVisible();
});

test("a section to which links lead is taken out only once it is said what becomes of them", async ({
  page,
}) => {
  await openFile(page, "impact.md", TEXT);
  await page.getByRole("button", { name: "Even", exact: true }).click();
  await page.getByRole("navigation", { name: "Rope" }).getByText("Beta", { exact: true }).click();
  await page.getByRole("button", { name: "Delete section (Delete)" }).click();
  const asked = page.getByRole("dialog", { name: "2 links lead to what you delete" });
  await expect(asked).toContainText("“first” in Alpha");
  await asked.getByRole("button", { name: "Link them to another place" }).click();
  const where = page.getByRole("combobox", { name: "Where to" });
  await where.fill("beta");
  await expect(page.getByText("No place has that name.")).toBeVisible();
  await where.fill("gamma");
  await page.keyboard.press("Enter");
  await expect(
    page.getByText("“Beta” was deleted. The 2 links that led there lead elsewhere now."),
  ).toBeVisible();
  await expect(manuscript(page).getByRole("heading", { name: "Beta" })).toBeHidden();
  await page.getByRole("button", { name: "Undo", exact: true }).last().click();
  await expect(manuscript(page).getByRole("heading", { name: "Beta" })).toBeVisible();
});

test("10,000 links are listed at once", async ({ page }) => {
  const many = Array.from({ length: 400 }, (_, i) =>
    Array.from({ length: 25 }, (_, n) => `[w${i * 25 + n}](#alpha)`).join(" "),
  ).join("\n\n");
  await openFile(page, "many-links.md", `# Alpha {#alpha}\n\n${many}\n`);
  await stage(page, "Proof");
  await tab(page, "All links");
  await expect(page.getByRole("status").filter({ hasText: "10,000 links" })).toBeVisible();
  expect(await rows(page, "Links").count()).toBeLessThan(60);
  await grid(page, "Links").focus();
  await page.keyboard.press("End");
  await expect(rows(page, "Links").filter({ hasText: "w9999" })).toBeVisible();
});
