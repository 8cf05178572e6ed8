import { expect, test, type Page } from "@playwright/test";
import { kept, manuscript, openFile, selectWords } from "./desk";

const SECTIONS = 150;
const LINES = Array.from({ length: SECTIONS }, (_, i) => [
  `Section ${i}`,
  `First words of ${i}, by the lamp.`,
  `Middle words of ${i}.`,
  `Last words of ${i}.`,
]).flat();

const FILE = LINES.map((line, i) => (i % 4 === 0 ? `## ${line}` : line)).join("\n\n");

/** All the lines of the manuscript, drawn or not: as the server has them. */
async function lines(page: Page): Promise<string[]> {
  await kept(page);
  const id = page.url().split("/").at(-1)!;
  const { document } = (await (await page.request.get(`/api/documents/${id}`)).json()) as {
    document: { content: { content?: { text: string }[] }[] };
  };
  return document.content.map((block) => (block.content ?? []).map(({ text }) => text).join(""));
}

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
    await expect.poll(() => lines(page)).toEqual([""]);
    await expect(page.locator(".chunk[data-chosen]")).toHaveCount(0);
    await page.keyboard.press("Control+v");
    await expect.poll(() => lines(page)).toEqual(LINES);
    await page.keyboard.press("Control+a");
    await page.keyboard.press("Q");
    await expect.poll(() => lines(page)).toEqual(["Q"]);
    for (let i = 0; i < 3; i++) await page.keyboard.press("Control+z");
    await expect.poll(() => lines(page)).toEqual(LINES);
    await page.reload();
    await expect(manuscript(page)).toContainText("Middle words of 0.");
  });

  test("a choice to the end is made shorter by a key, and typed over", async ({ page }) => {
    await page.keyboard.press("Home");
    await page.keyboard.press("Control+Shift+End");
    for (let i = 0; i < 2; i++) await page.keyboard.press("Shift+ArrowLeft");
    expect(await toldToBrowser(page)).toBeLessThan(FILE.length / 4);
    await page.keyboard.press("Q");
    await expect.poll(() => lines(page)).toEqual([...LINES.slice(0, 2), "Q9."]);
    await page.keyboard.press("Control+z");
    await page.keyboard.press("Control+Home");
    await page.keyboard.type("At the very beginning: ");
    await page.keyboard.press("Control+End");
    await page.keyboard.type(" At the very end.");
    await expect
      .poll(() => lines(page))
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
    await page.waitForTimeout(400);
    await far.click({ modifiers: ["Shift"], position: { x: 2, y: 10 } });
    await expect(page.locator(".chunk[data-chosen]").first()).toBeAttached();
    expect(await toldToBrowser(page)).toBeLessThan(FILE.length / 4);
    await page.keyboard.press("Delete");
    await expect.poll(() => lines(page)).toEqual([...LINES.slice(0, 2), ...LINES.slice(4 * 120 + 2)]);
  });

  test("what an input method composes takes the place of all that is chosen", async ({ page, context }) => {
    await page.keyboard.press("Control+a");
    const protocol = await context.newCDPSession(page);
    for (const text of ["k", "か", "漢"])
      await protocol.send("Input.imeSetComposition", { text, selectionStart: 1, selectionEnd: 1 });
    await protocol.send("Input.insertText", { text: "漢字" });
    await expect.poll(() => lines(page)).toEqual(["漢字"]);
    await page.keyboard.press("Control+z");
    await page.keyboard.press("Control+z");
    await expect.poll(() => lines(page)).toEqual(LINES);
  });

  test("words are replaced everywhere at once, their places seen before; one undo takes it back", async ({
    page,
  }) => {
    await selectWords(page, "lamp");
    await page.keyboard.press("Control+Alt+r");
    const box = page.getByRole("dialog", { name: "Replace words everywhere" });
    await expect(box.getByLabel("Words to find")).toHaveValue("lamp");
    await expect(box.getByRole("status")).toContainText("150 places in 150 sections");
    await expect(box.getByRole("listitem")).toHaveCount(60);
    await box.getByLabel("Words to find").fill("LAMP");
    await box.getByLabel("Capitals matter").check();
    await expect(box.getByRole("status")).toContainText("nowhere");
    await expect(box.getByRole("button", { name: "Replace", exact: true })).toBeDisabled();
    await box.getByLabel("Capitals matter").uncheck();
    await box.getByLabel("Words to put there").fill("great lantern");
    await page.keyboard.press("Enter");
    await expect(box).toBeHidden();
    await expect(page.getByText("was replaced at 150 places")).toBeVisible();
    const after = LINES.map((line) => line.replace("lamp", "great lantern"));
    await expect.poll(() => lines(page)).toEqual(after);
    await expect(manuscript(page).getByText("First words of 149, by the great lantern.")).toBeAttached();
    await page.keyboard.press("Control+z");
    await expect.poll(() => lines(page)).toEqual(LINES);
    await page.getByRole("button", { name: /^Replace words everywhere/ }).click();
    await box.getByLabel("Words to find").fill("words of 77");
    await box.getByRole("listitem").nth(1).getByRole("button").click();
    await expect(manuscript(page).getByText("Middle words of 77.")).toBeInViewport();
    await page.getByRole("button", { name: /^Back to/ }).click();
    await expect(manuscript(page).getByText("Middle words of 0.")).toBeInViewport();
  });
});
