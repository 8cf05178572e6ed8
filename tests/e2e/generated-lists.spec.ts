import { expect, type Page } from "@playwright/test";
import { clickWords, insert, kept, manuscript, openFile, selectWords, storedLines, underWay } from "./desk";
import { test } from "./own-shelf";

const TEXT = `# The tower

Words of the tower.

# The lamp

Words of the lamp.
`;
const entry = (page: Page, name: string) => manuscript(page).getByRole("button", { name });

test("keys pressed on an entry of a list lead there, and never change the text in which the caret stands unseen", async ({
  page,
}) => {
  await openFile(page, "keys.md", TEXT);
  await page.keyboard.press("Control+Home");
  await insert(page, "Contents list");
  await expect(entry(page, "The lamp")).toBeVisible();
  await clickWords(page, "Words of the tower");
  await kept(page);
  const before = await storedLines(page);
  await entry(page, "The tower").focus();
  await page.keyboard.press("ArrowDown");
  await expect(entry(page, "The lamp")).toBeFocused();
  for (const key of ["x", "Backspace", "Delete"]) await page.keyboard.press(key);
  await page.keyboard.press("Enter");
  await expect(page.getByRole("region", { name: "Selected heading" })).toContainText("#the-lamp");
  expect(await storedLines(page)).toEqual(before);
  await entry(page, "The tower").focus();
  await page.keyboard.press("Space");
  await expect(page.getByRole("region", { name: "Selected heading" })).toContainText("#the-tower");
  expect(await storedLines(page)).toEqual(before);
});

test("a list that is chosen leads to its entries by Enter, and goes only when it is seen to be chosen", async ({
  page,
}) => {
  await openFile(page, "chosen.md", TEXT);
  await page.keyboard.press("Control+Home");
  await page.keyboard.press("End");
  await insert(page, "Contents list");
  await expect(entry(page, "The lamp")).toBeVisible();
  await manuscript(page).getByText("Contents", { exact: true }).click();
  await kept(page);
  const before = await storedLines(page);
  await page.keyboard.press("Enter");
  await expect(entry(page, "The tower")).toBeFocused();
  await page.keyboard.press("Escape");
  expect(await storedLines(page)).toEqual(before);

  // Behind the list Backspace chooses it first.
  const list = manuscript(page).getByRole("navigation");
  await clickWords(page, "Words of the tower");
  await page.keyboard.press("Home");
  await page.keyboard.press("Backspace");
  await expect(page.getByRole("region", { name: "Selected contents list" })).toBeVisible();
  expect(await storedLines(page)).toEqual(before);
  await page.keyboard.press("Backspace");
  await expect(list).toHaveCount(0);
  await page.keyboard.press("Control+z");
  await expect(list).toHaveCount(1);
});

test("a place that is taken along is in the hand in another document too, and Enter ties words there", async ({
  page,
}) => {
  await openFile(page, "from.md", TEXT);
  await clickWords(page, "The lamp");
  await page.getByRole("button", { name: "Pick up this place" }).click();
  await openFile(page, "into.md", "# Elsewhere\n\nGo up to the lamp room.\n");
  await expect(underWay(page)).toContainText("“The lamp” is ready.");
  await selectWords(page, "lamp room");
  await page.keyboard.press("Enter");
  await expect(manuscript(page).locator("a.link")).toHaveText("lamp room");
  await expect(page.getByText("“lamp room” now leads to “The lamp”.")).toBeVisible();
  await manuscript(page).press("Escape");
  await expect(underWay(page)).toBeHidden();
});
