import { expect, type Page } from "@playwright/test";
import { atRest, clickWords, manuscript, openFile } from "./desk";
import { test } from "./own-shelf";

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
  await atRest(labels(page).last());
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
  await openFile(page, "rope-signs.md", `# All\n\n[gone](#nowhere)\n\n${TEXT}\n\n#### Too deep\n\nWords.\n`);
  await expect(rope(page).locator('[data-sign="table"]')).toHaveCount(1);
  // A broken link at the beginning, a level that was skipped at the end.
  await expect(rope(page).locator('[data-sign="fault"]')).toHaveCount(2);
  await clickWords(page, "gone");
  await page.keyboard.press("Control+z");
  await expect(manuscript(page)).toBeFocused();
});

test.describe("with fingers", () => {
  test.use({ hasTouch: true });

  test("the rope is spread to be drawn larger and pulled along, and its bracket scrolls the text", async ({
    page,
  }) => {
    await openFile(page, "rope-fingers.md", `# All\n\n${TEXT}`);
    await expect(labels(page).first()).toBeVisible();
    const fingers = await page.context().newCDPSession(page);
    const touch = (type: "touchStart" | "touchMove" | "touchEnd", ...points: { x: number; y: number }[]) =>
      fingers.send("Input.dispatchTouchEvent", {
        type,
        touchPoints: points.map((point, id) => ({ ...point, id })),
      });
    const { x } = (await rope(page).boundingBox())!;
    const at = (y: number) => ({ x: x + 140, y });
    await touch("touchStart", at(380), at(420));
    for (const by of [20, 60, 120, 180]) await touch("touchMove", at(380 - by), at(420 + by));
    await touch("touchEnd");
    const whole = rope(page).getByRole("button", { name: "All of the document (0)" });
    await expect(whole).toBeVisible();
    const shown = () => labels(page).evaluateAll((all) => all.map((it) => it.textContent).join());
    const spread = await shown();
    await touch("touchStart", at(500));
    for (const by of [50, 120, 200]) await touch("touchMove", at(500 - by));
    await touch("touchEnd");
    await expect.poll(shown).not.toBe(spread);
    await whole.tap();
    await expect(whole).toBeHidden();
    const bracket = (await rope(page).locator("[data-bracket]").boundingBox())!;
    const grip = (y: number) => ({ x: bracket.x + 3, y });
    await touch("touchStart", grip(bracket.y + 4));
    for (const by of [40, 120, 240]) await touch("touchMove", grip(bracket.y + 4 + by));
    await touch("touchEnd");
    await expect(
      manuscript(page).getByRole("heading", { name: "Section 3", exact: false }).first(),
    ).toBeAttached();
    await expect
      .poll(async () => (await rope(page).locator("[data-bracket]").boundingBox())!.y)
      .toBeGreaterThan(bracket.y + 150);
  });
});
