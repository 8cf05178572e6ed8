import { expect } from "@playwright/test";
import { caretAt, documentId, insert, kept, manuscript, openFile, tray } from "./desk";
import { test } from "./own-shelf";

test("a note has paragraphs, lists and a link, and readers get them as such", async ({ page }) => {
  await openFile(page, "notes.md", "# Road\n\nMind the ice.\n\n# Lamps\n\nTrim them.\n");
  await caretAt(page, "ice", "behind");
  await insert(page, "Footnote");
  const words = tray(page).getByRole("textbox", { name: "Words of the note" });
  await expect(words).toBeFocused();
  await page.keyboard.type("Told by the warden.");
  await page.keyboard.press("Enter");
  await page.keyboard.type("Bring");
  await tray(page).getByRole("button", { name: "Bullet list" }).click();
  await expect(words).toBeFocused();
  await page.keyboard.type(" a lamp");
  await page.keyboard.press("Enter");
  await page.keyboard.type("a rope");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Tab");
  await page.keyboard.type("of hemp");
  await expect(words.locator("li")).toHaveText(["Bring a lamp", "a ropeof hemp", "of hemp"]);

  // A word is linked from where the author types.
  await page.keyboard.press("Control+k");
  await page.keyboard.type("Lamps");
  await page.getByRole("option", { name: /Lamps/ }).first().click();
  await expect(words).toBeFocused();
  await expect(words.locator("a")).toHaveText("hemp");
  await tray(page).getByRole("button", { name: "Remove the link" }).click();
  await expect(words.locator("a")).toHaveCount(0);
  await page.keyboard.press("Control+z");
  await expect(words.locator("a")).toHaveText("hemp");

  await page.keyboard.press("Control+Enter");
  await expect(manuscript(page)).toBeFocused();
  await page.keyboard.type(" Slowly.");
  await kept(page);
  await page.reload();
  await manuscript(page).locator(".note-sign").click();
  await expect(words.locator("li li")).toHaveText("of hemp");

  await page.goto(`/read/${documentId(page)}`);
  const note = page.locator(".notes > ol > li");
  await expect(note.locator("> p").first()).toHaveText("Told by the warden.");
  await expect(note.locator("> ul > li")).toHaveCount(2);
  await note.getByRole("link", { name: "hemp" }).click();
  await expect(page).toHaveURL(/#lamps$/);
});
