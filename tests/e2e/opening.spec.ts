import { expect, type Page } from "@playwright/test";
import { longManual } from "#tests/long-manual";
import { clickWords, documentId, jump, kept, manuscript, openFile, openHeld, typeAtEnd } from "./desk";
import { test } from "./own-shelf";

const firstWords = (page: Page) => page.locator(".first-words");

/** Where the blocks in view stand, by their ids. */
function blocksInView(page: Page, within: string): Promise<Record<string, number[]>> {
  return page.evaluate((selector) => {
    const view = document.querySelector(selector)!.parentElement!.getBoundingClientRect();
    const blocks = [...document.querySelectorAll<HTMLElement>(`${selector} :is(nav, [data-id])`)];
    return Object.fromEntries(
      blocks.flatMap((block) => {
        const { left, top, bottom, height } = block.getBoundingClientRect();
        return bottom < view.top || top > view.bottom
          ? []
          : [[block.dataset.id ?? block.className, [left, top, height]]];
      }),
    );
  }, within);
}

/** The text is where the editor puts it, to the pixel. */
async function expectSamePlaces(page: Page): Promise<void> {
  const letGo = await openHeld(page);
  await expect(firstWords(page).locator("p").first()).toBeVisible();
  await page.evaluate(() => document.fonts.ready);
  const before = await blocksInView(page, ".first-words");
  letGo();
  await expect(manuscript(page)).toBeVisible();
  await expect(firstWords(page)).toHaveCount(0);
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
  const after = await blocksInView(page, "[data-scroller]");
  expect(Object.keys(before).length).toBeGreaterThan(2);
  for (const [id, place] of Object.entries(before))
    for (const [i, length] of place.entries())
      expect(Math.abs(after[id]![i]! - length), `${id} ${place}`).toBeLessThan(1);
  await page.unroute("**/snapshot");
}

test("a document's text is on the screen before its editor, at the beginning and where the author worked last", async ({
  page,
}) => {
  await openFile(
    page,
    "opening.md",
    `# First\n\nWords, *some*[^1] of [them](#first "hint").\n\n| a | b |\n|---|---|\n| 1 | |\n\n$$\nx\n$$\n\n- one\n- two\n\n[^1]: Note.\n\n${longManual()}`,
  );
  await kept(page);
  await expectSamePlaces(page);
  await jump(page, "Dew and frost");
  await page.keyboard.type("Written here. ");
  await kept(page);
  await expectSamePlaces(page);
  await expect(manuscript(page)).toContainText("Written here.");
  await page.keyboard.type("And on. ");
  await expect(manuscript(page)).toContainText("Written here. And on.");
});

test("the text comes with the page, without scripts; nothing can be done with it yet", async ({
  page,
  browser,
}) => {
  await openFile(page, "still.md", "# Still\n\nWords for [who waits](https://example.org).");
  await kept(page);
  const context = await browser.newContext({ javaScriptEnabled: false });
  const still = await context.newPage();
  await still.goto(page.url());
  // Where the server is busy the words come behind the page's frame, which a script uncovers.
  await expect(still.getByText("Words for who waits.")).toBeAttached();
  await expect(still.getByRole("status")).toContainText("Opening");
  await expect(still.locator("a[href*='example.org']")).toHaveCount(0);
  await context.close();
});

test("where the address names a place, no other is shown until the document stands there", async ({
  page,
}) => {
  await openFile(page, "addressed.md", longManual());
  await clickWords(page, "About this manual");
  await jump(page, "Dew and frost");
  await page.goto(`/documents/${documentId(page)}#to=nowhere`);
  const letGo = await openHeld(page);
  await expect(page.getByRole("status")).toContainText("Opening");
  await expect(firstWords(page)).not.toBeVisible();
  letGo();
  await expect(manuscript(page)).toBeVisible();
  await expect(page.getByText("The place that the link leads to was removed.")).toBeVisible();
});

test("who comes back to a document never sees it as it was before", async ({ page }) => {
  await openFile(page, "back.md", longManual());
  await jump(page, "Dew and frost");
  await page.keyboard.type("Newly written. ");
  await kept(page);
  await page.getByRole("link", { name: "Go to the shelf" }).click();
  await expect(page.getByRole("heading", { name: "Shelf", level: 1 })).toBeVisible();
  // All that is ever on the screen while it opens.
  await page.evaluate(() => {
    const seen: string[] = [];
    Object.assign(window, { seen });
    new MutationObserver(() => {
      const words = document.querySelector(".first-words")?.textContent;
      if (words) seen.push(words);
    }).observe(document.body, { childList: true, subtree: true });
  });
  await page.goBack();
  await expect(manuscript(page)).toContainText("Newly written.");
  for (const words of await page.evaluate(() => (window as unknown as { seen: string[] }).seen))
    expect(words).toContain("Newly written.");
});

test("a new document and one that is gone are opened as before", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "New document" }).click();
  await typeAtEnd(page, "a");
  await kept(page);
  await page.goto("/documents/nothere");
  await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
});
