import { expect, type Page } from "@playwright/test";
import { sectionedFile, sectionedLines } from "../sectioned-text";
import { atRest, manuscript, openFile, storedLines } from "./desk";
import { test } from "./own-shelf";

const LINES = sectionedLines(150);
const FILE = sectionedFile(LINES);

/** What the browser itself holds for chosen. */
function toldToBrowser(page: Page): Promise<number> {
  return page.evaluate(() => getSelection()!.toString().length);
}

test.describe("what is done to a long text as a whole", () => {
  test.beforeEach(async ({ page }) => {
    await openFile(page, "long.md", FILE);
    await expect(page.locator(".chunk[data-undrawn]")).toHaveCount(0, { timeout: 30_000 });
    await manuscript(page).getByText("Middle words of 0.").click();
  });

  test("all of it is chosen, cut, pasted and typed over, without the browser laying it out; undo gives it back", async ({
    page,
  }) => {
    await page.keyboard.press("Control+a");
    await expect(page.locator(".chunk[data-chosen]").first()).toBeAttached();
    expect(await toldToBrowser(page)).toBeLessThan(FILE.length / 4);
    await page.keyboard.press("Control+x");
    await expect.poll(() => storedLines(page)).toEqual([""]);
    await expect(page.locator(".chunk[data-chosen]")).toHaveCount(0);
    await page.keyboard.press("Control+v");
    await expect.poll(() => storedLines(page)).toEqual(LINES);
    await page.keyboard.press("Control+a");
    await page.keyboard.press("Q");
    await expect.poll(() => storedLines(page)).toEqual(["Q"]);
    for (let i = 0; i < 3; i++) await page.keyboard.press("Control+z");
    await expect.poll(() => storedLines(page)).toEqual(LINES);
    await page.reload();
    await expect(manuscript(page)).toContainText("Middle words of 0.");
  });

  test("a choice to the end is made shorter by a key, and typed over", async ({ page }) => {
    await page.keyboard.press("Home");
    await page.keyboard.press("Control+Shift+End");
    for (let i = 0; i < 2; i++) await page.keyboard.press("Shift+ArrowLeft");
    expect(await toldToBrowser(page)).toBeLessThan(FILE.length / 4);
    await page.keyboard.press("Q");
    await expect.poll(() => storedLines(page)).toEqual([...LINES.slice(0, 2), "Q9."]);
    await page.keyboard.press("Control+z");
    await page.keyboard.press("Control+Home");
    await page.keyboard.type("At the very beginning: ");
    await page.keyboard.press("Control+End");
    await page.keyboard.type(" At the very end.");
    await expect
      .poll(() => storedLines(page))
      .toEqual([
        `At the very beginning: ${LINES[0]}`,
        ...LINES.slice(1, -1),
        `${LINES.at(-1)} At the very end.`,
      ]);
  });

  test("a far place clicked with Shift is chosen up to, and taken out with one key", async ({ page }) => {
    await page.keyboard.press("Home");
    const far = manuscript(page).getByText("Middle words of 120.");
    await far.scrollIntoViewIfNeeded();
    await atRest(far);
    await far.click({ modifiers: ["Shift"], position: { x: 2, y: 10 } });
    await expect(page.locator(".chunk[data-chosen]").first()).toBeAttached();
    expect(await toldToBrowser(page)).toBeLessThan(FILE.length / 4);
    await page.keyboard.press("Delete");
    await expect.poll(() => storedLines(page)).toEqual([...LINES.slice(0, 2), ...LINES.slice(4 * 120 + 2)]);
  });

  test("what an input method composes takes the place of all that is chosen", async ({ page, context }) => {
    await page.keyboard.press("Control+a");
    const protocol = await context.newCDPSession(page);
    for (const text of ["k", "か", "漢"])
      await protocol.send("Input.imeSetComposition", { text, selectionStart: 1, selectionEnd: 1 });
    await protocol.send("Input.insertText", { text: "漢字" });
    await expect.poll(() => storedLines(page)).toEqual(["漢字"]);
    await page.keyboard.press("Control+z");
    await page.keyboard.press("Control+z");
    await expect.poll(() => storedLines(page)).toEqual(LINES);
  });
});
