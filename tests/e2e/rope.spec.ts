import { expect, test, type Page } from "@playwright/test";
import { clickWords, manuscript, openFile } from "./desk";

const FILLER = "Words that go on and on and say nothing of it. ".repeat(8);
const TEXT = Array.from(
  { length: 80 },
  (_, i) => `## Section ${i + 1}\n\n${FILLER}${i === 40 ? "\n\n| A | B |\n|---|---|\n| 1 | 2 |\n" : ""}`,
).join("\n\n");

const rope = (page: Page) => page.getByRole("navigation", { name: "Rope" });
const labels = (page: Page) => rope(page).locator("[data-row]");

test("the rope is drawn larger by keys and by the wheel, shows more names, none over another, and follows the text", async ({
  page,
}) => {
  await openFile(page, "rope.md", `# All\n\n[gone](#nowhere)\n\n${TEXT}`);
  await expect(labels(page).first()).toBeVisible();
  await page.waitForTimeout(300);
  const before = await labels(page).count();
  await labels(page).first().focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press("+");
  await expect(rope(page).getByRole("button", { name: "All of the document (0)" })).toBeVisible();
  await expect(labels(page).filter({ hasText: "Section 2" }).first()).toBeVisible();
  const tops = await labels(page).evaluateAll((all) => all.map((it) => it.getBoundingClientRect().top));
  for (let i = 1; i < tops.length; i++) expect(tops[i]! - tops[i - 1]!).toBeGreaterThanOrEqual(16.9);
  expect(tops.length).toBeLessThan(60);
  // Going far, the window of the rope goes along.
  await page.keyboard.press("Control+j");
  await page.getByRole("combobox", { name: "Jump to" }).fill("Section 70");
  await page.keyboard.press("Enter");
  await expect(labels(page).filter({ hasText: "Section 70" })).toBeVisible();
  await page.keyboard.press("Tab");
  await rope(page).getByRole("button", { name: "All of the document (0)" }).click();
  await expect(labels(page)).toHaveCount(before);
  const box = (await rope(page).boundingBox())!;
  await page.mouse.move(box.x + 100, box.y + 300);
  await page.mouse.wheel(0, -600);
  await expect(rope(page).getByRole("button", { name: "All of the document (0)" })).toBeVisible();
});

test("tables, faults and where others write are on the rope", async ({ page }) => {
  await openFile(page, "rope-signs.md", `# All\n\n[gone](#nowhere)\n\n${TEXT}`);
  await expect(rope(page).locator('[data-sign="table"]')).toHaveCount(1);
  await expect(rope(page).locator('[data-sign="fault"]')).toHaveCount(1);
  await clickWords(page, "gone");
  await page.keyboard.press("Control+z");
  await expect(manuscript(page)).toBeFocused();
});
