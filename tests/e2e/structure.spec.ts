import { expect, type Page } from "@playwright/test";
import { kept, lookAtText, manuscript, openFile, openPlainText } from "./desk";
import { test } from "./own-shelf";

const LONG =
  "Words that go on for a while, as the text of a section does, until there is enough of it to be seen. ".repeat(
    2,
  );

const PLAIN = [
  "ROAD NOTES",
  "CONTENTS",
  "1. The road ........ 1\n2. The gate ........ 4\n3. The hill ........ 9",
  "1. THE ROAD",
  LONG,
  "1.1 Colours",
  LONG,
  "2. THE GATE",
  LONG,
  "A line by itself",
  LONG,
  "3. THE HILL",
  LONG,
].join("\n\n");

const headings = (page: Page) =>
  manuscript(page)
    .getByRole("heading")
    .evaluateAll((all) => all.map((it) => `${it.tagName[1]} ${it.textContent}`));

test("plain text is looked at before anything is created: why each line is a title, and what becomes of it", async ({
  page,
}) => {
  const box = await lookAtText(page, "road.txt", PLAIN);
  await expect(box.getByRole("listitem")).toHaveCount(6);
  await expect(box.getByRole("listitem").nth(1)).toContainText("In the typed contents list, numbered 1");
  await page.keyboard.press("Escape");
  await expect(page.getByText("Cancelled. Nothing was created.")).toBeVisible();

  await lookAtText(page, "road.txt", PLAIN);
  await box.getByRole("button", { name: "Import with 4 headings" }).click();
  await expect
    .poll(() => headings(page))
    .toEqual(["1 1. THE ROAD", "2 1.1 Colours", "1 2. THE GATE", "1 3. THE HILL"]);
  await expect(manuscript(page).locator(".contents-list").getByRole("button")).toHaveCount(3);
});

test("a text without a heading is given its structure by keyboard alone, and one undo takes it back", async ({
  page,
}) => {
  await openPlainText(page, "road.txt", PLAIN);
  await expect(page.getByText("4 lines look like titles")).toBeVisible();
  await manuscript(page).click();
  await page.keyboard.press("Control+Alt+h");
  const box = page.getByRole("dialog", { name: "Lines that look like titles" });
  const lines = box.getByRole("listitem");
  await expect(lines).toHaveCount(6);
  await expect(lines.nth(1)).toContainText("In the typed contents list, numbered 1");
  await expect(box.getByRole("checkbox", { name: "A line by itself" })).not.toBeChecked();
  await box.getByRole("checkbox", { name: "ROAD NOTES" }).focus();
  // To the line by itself: one level deeper than it was proposed, which ticks it.
  for (let i = 0; i < 4; i++) await page.keyboard.press("ArrowDown");
  await page.keyboard.press("3");
  await expect(box.getByRole("checkbox", { name: "A line by itself" })).toBeChecked();
  await expect(box.getByRole("status")).toContainText("6 found, 5 ticked");
  await page.keyboard.press("Enter");
  await expect(box).toBeHidden();
  expect(await headings(page)).toEqual([
    "1 1. THE ROAD",
    "2 1.1 Colours",
    "1 2. THE GATE",
    "3 A line by itself",
    "1 3. THE HILL",
  ]);
  const contents = manuscript(page).locator(".contents-list");
  await expect(contents.getByRole("button")).toHaveText(["1. THE ROAD", "2. THE GATE", "3. THE HILL"]);
  await expect(manuscript(page)).not.toContainText("........");
  await page.keyboard.press("Control+z");
  expect(await headings(page)).toEqual([]);
  await expect(manuscript(page)).toContainText("1. The road ........ 1");
  await kept(page);
});

test.describe("sections on the even rope", () => {
  test.beforeEach(async ({ page }) => {
    await openFile(
      page,
      "sections.md",
      ["# A", "of A", "## A1", "of A1", "## A2", "of A2", "# B", "see [the first](#a1)", "# C", "of C"].join(
        "\n\n",
      ),
    );
    await page.getByRole("button", { name: "Even" }).click();
  });

  const tree = (page: Page) => page.getByRole("tree", { name: "Sections" });
  const row = (page: Page, name: string) =>
    tree(page).getByRole("treeitem", { name: new RegExp(`^${name}, `) });

  test("are moved, raised, lowered, folded, duplicated and taken out by keys; links go along", async ({
    page,
  }) => {
    await row(page, "A").click();
    await page.keyboard.press("Alt+ArrowDown");
    await expect.poll(() => headings(page)).toEqual(["1 B", "1 A", "2 A1", "2 A2", "1 C"]);
    await page.keyboard.press("Control+z");
    await expect.poll(() => headings(page)).toEqual(["1 A", "2 A1", "2 A2", "1 B", "1 C"]);
    await page.keyboard.press("Control+y");
    await expect.poll(() => headings(page)).toEqual(["1 B", "1 A", "2 A1", "2 A2", "1 C"]);
    await page.keyboard.press("Alt+ArrowRight");
    await expect.poll(() => headings(page)).toEqual(["1 B", "2 A", "3 A1", "3 A2", "1 C"]);
    await page.keyboard.press("Alt+Shift+ArrowLeft");
    await expect.poll(() => headings(page)).toEqual(["1 B", "1 A", "3 A1", "3 A2", "1 C"]);
    await page.keyboard.press("ArrowLeft");
    await expect(row(page, "A1")).toHaveCount(0);
    await page.keyboard.press("ArrowRight");
    await page.keyboard.press("ArrowDown");
    await page.keyboard.press("Shift+ArrowDown");
    await expect(page.getByRole("status").filter({ hasText: "sections" })).toContainText(
      "2 sections, 6 words, 1 link leads here",
    );
    await page.keyboard.press("Control+d");
    await expect.poll(() => headings(page)).toEqual(["1 B", "1 A", "3 A1", "3 A1", "3 A2", "3 A2", "1 C"]);
    await page.keyboard.press("Delete");
    const asked = page.getByRole("dialog", { name: "1 link leads to what you delete" });
    await expect(asked).toContainText("“the first”");
    await asked.getByRole("button", { name: "Leave it broken" }).click();
    await expect(
      page.getByText("2 sections were deleted. The link that led there is now broken."),
    ).toBeVisible();
    await expect.poll(() => headings(page)).toEqual(["1 B", "1 A", "3 A1", "3 A2", "1 C"]);
    await expect(manuscript(page).locator(".broken")).toHaveText("the first");
    await page.getByRole("button", { name: "Undo", exact: true }).last().click();
    await expect(manuscript(page).locator(".broken")).toHaveCount(0);
    await kept(page);
  });

  test("stay chosen while the author writes elsewhere", async ({ page }) => {
    await row(page, "C").click();
    await manuscript(page).getByText("of A", { exact: true }).click();
    await page.keyboard.press("End");
    await page.keyboard.type(" and some more words");
    await row(page, "B").click({ modifiers: ["Control"] });
    await page.getByRole("button", { name: /^Demote with/ }).click();
    await expect.poll(() => headings(page)).toEqual(["1 A", "2 A1", "2 A2", "2 B", "2 C"]);
  });

  test("are dragged to another place, several together", async ({ page }) => {
    await row(page, "A1").click();
    await row(page, "C").click({ modifiers: ["Control"] });
    const from = (await row(page, "A1").boundingBox())!;
    const to = (await row(page, "A").boundingBox())!;
    await page.mouse.move(from.x + 60, from.y + 13);
    await page.mouse.down();
    await page.mouse.move(from.x + 60, from.y + 30, { steps: 3 });
    await page.mouse.move(to.x + 60, to.y + 3, { steps: 6 });
    await page.mouse.up();
    await expect.poll(() => headings(page)).toEqual(["2 A1", "1 C", "1 A", "2 A2", "1 B"]);
    await row(page, "B").dblclick();
    await expect(manuscript(page)).toBeFocused();
    await page.keyboard.press("Control+z");
    await expect.poll(() => headings(page)).toEqual(["1 A", "2 A1", "2 A2", "1 B", "1 C"]);
  });
});
