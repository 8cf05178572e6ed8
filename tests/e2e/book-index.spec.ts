import { expect } from "@playwright/test";
import { caretAt, documentId, insert, kept, manuscript, openFile, selectWords, stage } from "./desk";
import { test } from "./own-shelf";

const TEXT = `# Ropes

A rope hangs from the post. The rope is long.

# Gates

No rope here but this one, and a cord.
`;

test("words are entered in the index by one key, changed in the tray, and found in it by readers", async ({
  page,
}) => {
  await openFile(page, "ropes.md", TEXT);
  await selectWords(page, "rope");
  await page.keyboard.press("Control+Alt+i");
  const entry = page.getByRole("region", { name: "Index entry at the cursor" });
  await expect(entry.getByLabel("Main entry")).toHaveValue("rope");
  await entry.getByRole("button", { name: /^Enter all/ }).click();
  await expect(page.getByText("Added 2 more places.")).toBeVisible();
  await expect(manuscript(page).locator(".indexed")).toHaveCount(3);

  await caretAt(page, "and a cord.", "behind");
  await insert(page, "Back-of-the-book index");
  const lines = manuscript(page).locator(".contents-list .index-line");
  await expect(lines).toHaveText([/^rope, /]);

  // A word at the caret is enough, and what is typed is kept with each letter.
  await caretAt(page, "cord.", "before");
  await page.keyboard.press("Control+Alt+i");
  await entry.getByLabel("See, instead of a page").fill("ropes");
  await expect(lines).toHaveText(["cord, see ropes", /^rope, /]);
  await stage(page, "Proof");
  await expect(page.getByText(/sends readers to “ropes”/)).toBeVisible();
  await stage(page, "Write");
  await selectWords(page, "cord");
  await entry.getByLabel("See, instead of a page").fill("rope");
  await expect(lines).toHaveText(["cord, see rope", /^rope, /]);
  await lines
    .nth(1)
    .getByRole("button", { name: /^rope, \d/ })
    .first()
    .click();
  await expect(entry.getByLabel("Main entry")).toHaveValue("rope");
  await entry.getByLabel("Sub-entry").fill("on the post");
  await expect(lines).toHaveText(["cord, see rope", /^rope, /, /^on the post, /]);
  await kept(page);

  await page.goto(`/read/${documentId(page)}`);
  const index = page.getByRole("navigation", { name: "Index" });
  await expect(index.getByRole("listitem").filter({ hasText: "cord" })).toHaveText("cord, see rope");
  await index.getByRole("link", { name: "Gates" }).click();
  await expect(page).toHaveURL(/#_index\d+$/);
});

test("an entry is taken out again, and undo brings it back", async ({ page }) => {
  await openFile(page, "ropes.md", TEXT);
  await selectWords(page, "post");
  await page.keyboard.press("Control+Alt+i");
  await page.getByRole("button", { name: "Remove from the index" }).click();
  await expect(manuscript(page).locator(".indexed")).toHaveCount(0);
  await page.keyboard.press("Control+z");
  await expect(manuscript(page).locator(".indexed")).toHaveText("post");
});
