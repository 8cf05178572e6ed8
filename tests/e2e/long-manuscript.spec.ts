import { expect, type CDPSession, type Page } from "@playwright/test";
import { atRest, frames, heightInWindow, jump, kept, manuscript, openFile, stage } from "./desk";
import { test } from "./own-shelf";

/** A text of so many short sections: long enough to be drawn in many chunks. */
function longText(sections: number): string {
  return Array.from(
    { length: sections },
    (_, i) =>
      `## Section ${i}\n\nFirst words of ${i}. ${"They go on for a while. ".repeat(6)}\n\nMiddle words of ${i}.\n\nLast words of ${i}.`,
  ).join("\n\n");
}

async function allDrawn(page: Page): Promise<void> {
  await expect(page.locator(".chunk[data-undrawn]")).toHaveCount(0, { timeout: 30_000 });
}

/** Puts the caret at the beginning of the block that begins a chunk. */
async function caretAtBorder(page: Page, chunk: number): Promise<{ before: string; at: string }> {
  const border = await page.evaluate((index) => {
    const chunks = document.querySelectorAll(".manuscript .chunk");
    const first = chunks[index]!.querySelector("p, h2")!;
    const last = chunks[index - 1]!.lastElementChild!;
    first.scrollIntoView({ block: "center" });
    return { before: last.textContent!, at: first.textContent! };
  }, chunk);
  await manuscript(page).getByText(border.at, { exact: true }).click();
  await page.keyboard.press("Home");
  return border;
}

test.describe("a manuscript drawn in chunks is written in as if it were one piece", () => {
  test.beforeEach(async ({ page }) => {
    await openFile(page, "long.md", longText(150));
    await allDrawn(page);
    expect(await page.locator(".chunk").count()).toBeGreaterThan(4);
  });

  test("Backspace at a border joins, Enter divides, Delete joins again, undo takes each back", async ({
    page,
  }) => {
    const { before, at } = await caretAtBorder(page, 2);
    await page.keyboard.press("Backspace");
    await expect(manuscript(page).getByText(before + at, { exact: true })).toHaveCount(1);
    await page.keyboard.press("Control+z");
    await expect(manuscript(page).getByText(before, { exact: true })).toHaveCount(1);
    await expect(manuscript(page).getByText(at, { exact: true })).toHaveCount(1);
    await page.keyboard.press("ArrowLeft");
    await page.keyboard.press("Delete");
    await expect(manuscript(page).getByText(before + at, { exact: true })).toHaveCount(1);
    await page.keyboard.press("Enter");
    await expect(manuscript(page).getByText(before, { exact: true })).toHaveCount(1);
    await kept(page);
  });

  test("words chosen over a border are copied, cut, typed over and pasted whole", async ({ page }) => {
    const { before, at } = await caretAtBorder(page, 2);
    for (let i = 0; i < 4; i++) await page.keyboard.press("Shift+ArrowRight");
    await page.keyboard.press("ArrowRight");
    for (let i = 0; i < 9; i++) await page.keyboard.press("Shift+ArrowLeft");
    await page.keyboard.press("Control+c");
    const copied = await page.evaluate(async () => {
      const [item] = await navigator.clipboard.read();
      return (await item!.getType("text/html")).text();
    });
    expect(copied).not.toContain("chunk");
    expect(copied.match(/<p|<h2/g)).toHaveLength(2);
    await page.keyboard.type("X");
    await expect(
      manuscript(page).getByText(`${before.slice(0, -4)}X${at.slice(4)}`, { exact: true }),
    ).toHaveCount(1);
    await page.keyboard.press("Control+z");
    await page.keyboard.press("Control+x");
    await expect(manuscript(page).getByText(before.slice(0, -4) + at.slice(4), { exact: true })).toHaveCount(
      1,
    );
    await page.keyboard.press("Control+v");
    await expect(manuscript(page).getByText(before, { exact: true })).toHaveCount(1);
    await expect(manuscript(page).getByText(at, { exact: true })).toHaveCount(1);
    await kept(page);
  });

  test("all is chosen, taken away and brought back; the browser's own find reaches far text", async ({
    page,
  }) => {
    await manuscript(page).click();
    await page.keyboard.press("Control+a");
    await page.keyboard.press("Delete");
    await expect(manuscript(page)).toHaveText("");
    await page.keyboard.insertText("Only this");
    await page.keyboard.press("Control+z");
    await page.keyboard.press("Control+z");
    await expect(manuscript(page)).toContainText("Last words of 149.");
    await kept(page);
    await page.keyboard.press("Control+Home");
    const found = await page.evaluate(() =>
      (window as unknown as { find(text: string): boolean }).find("Middle words of 140"),
    );
    expect(found).toBe(true);
    expect(await page.evaluate(() => getSelection()!.toString())).toBe("Middle words of 140");
  });

  test("a screen reader is told of all of it where that is chosen, and spelling is marked everywhere", async ({
    page,
    context,
  }) => {
    const choice = page.getByRole("button", { name: "Give screen readers the whole text" });
    await choice.focus();
    await expect(choice).toBeInViewport();
    await page.keyboard.press("Space");
    await expect(choice).toHaveAttribute("aria-pressed", "true");
    await page.reload();
    await manuscript(page).waitFor();
    await allDrawn(page);
    const protocol = await context.newCDPSession(page);
    await protocol.send("Accessibility.enable");
    const named = async (role: string) => {
      const { nodes } = (await protocol.send("Accessibility.getFullAXTree")) as {
        nodes: { role?: { value: string }; name?: { value: string } }[];
      };
      return nodes.filter((node) => node.role?.value === role).map((node) => node.name?.value ?? "");
    };
    const sections = async () => (await named("heading")).filter((name) => /^Section \d+$/.test(name)).length;
    await expect.poll(sections).toBe(150);
    expect((await named("StaticText")).some((text) => text.includes("Last words of 149."))).toBe(true);
    await expect(manuscript(page)).toHaveAttribute("spellcheck", "true");
    expect(
      await page
        .locator(".chunk")
        .last()
        .evaluate((chunk) => (chunk.lastElementChild as HTMLElement).spellcheck),
    ).toBe(true);
  });

  test("a far jump lands exactly, before all is drawn too", async ({ page }) => {
    await page.reload();
    await manuscript(page).waitFor();
    await jump(page, "Section 133");
    const place = manuscript(page).getByRole("heading", { name: "Section 133" });
    await expect(place).toBeInViewport();
    const height = await heightInWindow(page, place);
    await allDrawn(page);
    await atRest(place);
    expect(Math.abs((await heightInWindow(page, place)) - height)).toBeLessThanOrEqual(2);
    expect(Math.abs(height - 120)).toBeLessThanOrEqual(2);
  });

  test("stands where it stood when the author comes back from another stage", async ({ page }) => {
    await jump(page, "Section 90");
    await page.mouse.move(600, 400);
    await page.mouse.wheel(0, 233);
    const place = manuscript(page).getByText("Middle words of 90.");
    await atRest(place);
    const height = await heightInWindow(page, place);
    for (let i = 0; i < 2; i++) {
      await stage(page, "Proof");
      await stage(page, "Write");
      await expect(place).toBeInViewport();
      await atRest(place);
      expect(Math.abs((await heightInWindow(page, place)) - height)).toBeLessThanOrEqual(2);
    }
  });

  test("an input method composes at a border without losing or doubling a letter", async ({
    page,
    context,
  }) => {
    const { at } = await caretAtBorder(page, 3);
    const protocol: CDPSession = await context.newCDPSession(page);
    for (const text of ["k", "か", "かn", "かん", "漢"])
      await protocol.send("Input.imeSetComposition", {
        text,
        selectionStart: text.length,
        selectionEnd: text.length,
      });
    await protocol.send("Input.insertText", { text: "漢字" });
    await expect(manuscript(page).getByText(`漢字${at}`, { exact: true })).toHaveCount(1);
    await page.keyboard.type("!");
    await expect(manuscript(page).getByText(`漢字!${at}`, { exact: true })).toHaveCount(1);
    await kept(page);
    await page.reload();
    await expect(manuscript(page)).toContainText(`漢字!${at}`);
  });

  test("words are dragged into another chunk", async ({ page }) => {
    await page.evaluate(() =>
      document
        .querySelectorAll(".manuscript .chunk")[2]!
        .firstElementChild!.scrollIntoView({ block: "center" }),
    );
    // Until what has come into view is laid out, and stands.
    await atRest(page.locator(".manuscript .chunk").nth(2));
    const spots = await page.evaluate(() => {
      const chunk = document.querySelectorAll(".manuscript .chunk")[2]!;
      const from = chunk.previousElementSibling!.lastElementChild!.getBoundingClientRect();
      const to = chunk.firstElementChild!.getBoundingClientRect();
      return {
        from: { x: from.left + 20, y: from.top + 10 },
        to: { x: to.left + 2, y: to.top + 10 },
        words: chunk.previousElementSibling!.lastElementChild!.textContent!,
        target: chunk.firstElementChild!.textContent!,
      };
    });
    await page.mouse.dblclick(spots.from.x, spots.from.y);
    const word = await page.evaluate(() => getSelection()!.toString());
    // A press that comes at once is a third click, which chooses the paragraph.
    const clicked = await page.evaluate(() => performance.now());
    await page.waitForFunction((at) => performance.now() - at > 600, clicked);
    await page.mouse.move(spots.from.x, spots.from.y);
    await page.mouse.down();
    await page.mouse.move(spots.from.x + 8, spots.from.y + 4, { steps: 4 });
    await frames(page, 12);
    await page.mouse.move(spots.to.x + 20, spots.to.y, { steps: 8 });
    await page.mouse.move(spots.to.x, spots.to.y, { steps: 5 });
    await frames(page, 12);
    await page.mouse.up();
    await expect(manuscript(page).getByText(word.trim() + spots.target, { exact: true })).toHaveCount(1);
    await expect(manuscript(page).getByText(spots.words, { exact: true })).toHaveCount(0);
    await kept(page);
  });
});
