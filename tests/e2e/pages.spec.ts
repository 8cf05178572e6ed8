import { expect, type Page } from "@playwright/test";
import { readFile } from "node:fs/promises";
import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import { documentId, frames, insert, kept, manuscript, openFile } from "./desk";
import { test } from "./own-shelf";

const words = (count: number) => Array.from({ length: count }, () => "lamp").join(" ");
const MANUAL = `# The lamps

See [the last one](#s11).

${Array.from({ length: 12 }, (_, i) => `## Lamp ${i} {#s${i}}\n\n${words(230)}[^n${i}]\n\n${words(40)}\n`).join("\n")}

${Array.from({ length: 12 }, (_, i) => `[^n${i}]: Note ${i}.`).join("\n")}
`;

/** The numbers beside the entries of the contents list on Write. */
const shownNumbers = (page: Page) =>
  page
    .locator(".manuscript .contents-list li")
    .evaluateAll((items) => items.map((item) => item.getAttribute("data-page")));

async function openWithContents(page: Page): Promise<void> {
  await openFile(page, "lamps.md", MANUAL);
  await manuscript(page).click({ position: { x: 10, y: 60 } });
  await page.keyboard.press("Control+Home");
  await page.keyboard.press("End");
  await insert(page, "Contents list");
  await settledNumbers(page);
}

/** The numbers once they are there and stand still: for a moment after a change they are those from before it. */
async function settledNumbers(page: Page): Promise<string[]> {
  let last = "";
  await expect
    .poll(
      async () => {
        const before = last;
        last = (await shownNumbers(page)).join();
        return /^[\d,]+$/.test(last) && last === before;
      },
      { timeout: 30_000, intervals: [700] },
    )
    .toBe(true);
  return last.split(",");
}

/** The number of the page on which each heading stands in a PDF, by its own text. */
async function numbersInPdf(bytes: Uint8Array, headings: readonly string[]): Promise<string[]> {
  const file = await getDocument({ data: bytes, verbosity: 0 }).promise;
  const labels = (await file.getPageLabels())!;
  const found = new Map<string, string>();
  for (let page = 1; page <= file.numPages; page++) {
    const { items } = await (await file.getPage(page)).getTextContent();
    // A heading is a line of its own, larger than the text.
    for (const item of items)
      if ("str" in item && item.height > 12 && headings.includes(item.str))
        found.set(item.str, labels[page - 1]!);
  }
  return headings.map((heading) => found.get(heading)!);
}

test("page numbers agree: in the contents list, in the margin, on the laid-out pages, and in the PDF", async ({
  page,
}) => {
  await openWithContents(page);
  const headings = Array.from({ length: 12 }, (_, i) => `Lamp ${i}`);

  // In the margin where pages begin; by stepping from one to the next.
  await page.getByRole("combobox", { name: "What to step through" }).selectOption("page");
  await page.getByRole("button", { name: /^Next/ }).click();
  await expect(page.locator(".page-mark[data-page='2']")).toBeAttached();

  await page.getByRole("link", { name: "Publish" }).click();
  await page.getByRole("link", { name: "View the pages" }).click();
  const first = page.getByRole("region", { name: "Page 1", exact: true });
  await expect(first.getByText("Lamp 3", { exact: true })).toBeVisible();
  const texts = await first.locator("text").allTextContents();
  const drawn = texts.slice(texts.indexOf("Contents"));
  const numbers = headings.map((heading) => drawn[drawn.indexOf(heading) + 1]!);

  // A link of the page goes where it says.
  await first.getByRole("link", { name: /^Lamp 11/ }).click();
  await expect(page.getByRole("region", { name: `Page ${numbers[11]}`, exact: true })).toBeInViewport();
  await page.getByRole("textbox", { name: "Page" }).fill("2");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("region", { name: "Page 2", exact: true })).toBeInViewport();

  await page.getByRole("link", { name: "Publish" }).first().click();
  await page.getByRole("button", { name: "Make PDF" }).click();
  const result = page.getByRole("status").filter({ hasText: "links were followed" });
  await expect(result).toContainText(/All \d+ links were followed and land on the right page and spot\./, {
    timeout: 60_000,
  });
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "Download the PDF" }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe("The lamps.pdf");
  const bytes = new Uint8Array(await readFile(await file.path()));
  expect(await numbersInPdf(bytes, headings)).toEqual(numbers);

  await page.getByRole("link", { name: "Write", exact: true }).click();
  await expect.poll(() => shownNumbers(page)).toEqual(numbers);
});

test("page numbers follow what is written, and one jumps to a page", async ({ page }) => {
  await openWithContents(page);
  const before = (await shownNumbers(page)) as string[];
  await page.keyboard.press("Control+j");
  await page.getByRole("combobox", { name: "Jump to" }).fill("p 3");
  await expect(page.getByRole("option", { name: /^¶ ?Page 3/ })).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page.locator(".page-mark[data-page='3']")).toBeInViewport();
  await frames(page, 8);
  await page.keyboard.press("Control+Enter");
  await page.keyboard.press("Control+Home");
  await page.evaluate(() => {
    const clipboard = new DataTransfer();
    clipboard.setData("text/plain", Array.from({ length: 900 }, () => "more").join(" "));
    document.activeElement!.dispatchEvent(
      new ClipboardEvent("paste", { clipboardData: clipboard, bubbles: true, cancelable: true }),
    );
  });
  await expect
    .poll(async () => Number((await shownNumbers(page)).at(-1)))
    .toBeGreaterThan(Number(before.at(-1)));
});

test("the numbers of pages stand in the margin wherever one scrolls, and beside the text", async ({
  page,
}) => {
  const all = MANUAL.repeat(12).replaceAll("{#", "{#x");
  await openFile(page, "long.md", all.replace(/\[\^n\d+\]:?/g, ""));
  const marks = page.locator(".page-mark");
  await expect(marks.first()).toBeAttached({ timeout: 30_000 });
  const numbers = () => marks.evaluateAll((all) => all.map((mark) => Number(mark.getAttribute("data-page"))));
  expect(Math.max(...(await numbers()))).toBeLessThan(20);
  const edge = await manuscript(page).locator("p").first().boundingBox();
  // Writing beside one leaves it as it stands: another would be laid out again with each key.
  const beside = page.locator(".manuscript p:has(> .page-mark)").first();
  await beside.scrollIntoViewIfNeeded();
  const mark = await beside.locator(".page-mark").elementHandle();
  const box = (await beside.boundingBox())!;
  await page.mouse.click(box.x + 30, box.y + 10);
  await page.evaluate(() => {
    const changed: string[] = [];
    Object.assign(window, { changed });
    new MutationObserver((all) => {
      for (const { addedNodes } of all) for (const node of addedNodes) changed.push(node.nodeName);
    }).observe(document.querySelector(".manuscript")!, { childList: true, subtree: true });
  });
  await page.keyboard.type("beside the mark");
  await expect(beside).toContainText("beside the mark");
  expect(await page.evaluate(() => (window as unknown as { changed: string[] }).changed)).not.toContain(
    "SPAN",
  );
  expect(await mark!.evaluate((element) => element.isConnected)).toBe(true);
  await manuscript(page).hover();
  await page.mouse.wheel(0, 60_000);
  await expect.poll(async () => Math.min(...(await numbers()))).toBeGreaterThan(20);
  for (const box of await marks.evaluateAll((all) => all.map((mark) => mark.getBoundingClientRect().left)))
    expect(Math.abs(box - edge!.x - edge!.width)).toBeLessThan(4);
});

test("a PDF says why it cannot be made, and its making can be cancelled", async ({ page }) => {
  await openFile(page, "lamps.md", MANUAL);
  await page.getByRole("link", { name: "Publish" }).click();
  await page.getByText("PDF options").click();
  await page.getByRole("checkbox", { name: "Some pages only" }).check();
  await page.getByRole("spinbutton", { name: "From" }).fill("80");
  await page.getByRole("spinbutton", { name: "to" }).fill("90");
  await page.getByRole("button", { name: "Make PDF" }).click();
  await expect(page.getByRole("alert").filter({ hasText: "There is no page 80" })).toBeVisible({
    timeout: 20_000,
  });
  await page.getByRole("checkbox", { name: "Some pages only" }).uncheck();
  await page.getByLabel("Owner’s password").fill("one");
  await page.getByLabel("Opening password").fill("one");
  await page.getByRole("button", { name: "Make PDF" }).click();
  await expect(page.getByRole("alert").filter({ hasText: "must differ" })).toBeVisible({ timeout: 20_000 });
  await page.getByLabel("Opening password").fill("two");
  await page.getByRole("button", { name: "Make PDF" }).click();
  await page.getByRole("button", { name: "Cancel" }).click();
  await expect(page.getByText("The PDF was cancelled.")).toBeVisible();
  await expect(page.getByRole("button", { name: "Make PDF" })).toBeEnabled();
});

test("another paper and margins lay the pages out again; margins that leave no room are refused", async ({
  page,
}) => {
  await openWithContents(page);
  const before = (await shownNumbers(page)) as string[];
  await page.keyboard.press("Control+Alt+s");
  await page.getByText("Paper", { exact: true }).click();
  await page.getByRole("combobox", { name: "Size" }).selectOption("A5");
  await expect
    .poll(async () => Number((await shownNumbers(page)).at(-1)))
    .toBeGreaterThan(Number(before.at(-1)) * 1.5);
  await page.getByRole("spinbutton", { name: /^Margin left/ }).fill("140");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/leave less than 35 mm for the text/)).toBeVisible();
});

test("a character that no font has is reported on Proof and Publish, with its place", async ({ page }) => {
  await openFile(page, "signs.md", "# Signs\n\nBefore.\n\nA sign: \u{13000}.\n");
  await page.getByRole("link", { name: "Proof" }).click();
  await expect(page.getByText("No font has “\u{13000}” (U+13000)")).toBeVisible({ timeout: 20_000 });
  await page.getByRole("button", { name: "Go to “Signs”" }).click();
  await expect(manuscript(page)).toBeFocused();
  await page.getByRole("link", { name: "Publish" }).click();
  await page.getByRole("button", { name: "Make PDF" }).click();
  await expect(page.getByRole("status").filter({ hasText: "1 character has no font" })).toContainText(
    "(U+13000) on page 1, in “Signs”",
    { timeout: 60_000 },
  );
});

test("a page that is asked for while pages are laid out is gone to when they are there", async ({ page }) => {
  await openFile(page, "long.md", `# Lamp\n\n${"A line about the lamp.\n\n".repeat(200)}`);
  await kept(page);
  let give = () => {};
  const held = new Promise<void>((done) => (give = done));
  await page.context().route("**/page-fonts/*.json", async (route) => {
    await held;
    await route.continue();
  });
  await page.goto(`/documents/${documentId(page)}/pages`);
  await expect(page.getByText("Laying out the pages …")).toBeVisible();
  await page.getByRole("textbox", { name: "Page" }).fill("4");
  await page.keyboard.press("Enter");
  give();
  await expect(page.getByRole("region", { name: "Page 4", exact: true })).toBeInViewport();
  await expect(page.getByText("There is no page")).toHaveCount(0);
});
