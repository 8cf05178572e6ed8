import { expect, type BrowserContext, type Locator, type Page } from "@playwright/test";

/** Brings in a file through the shelf; answers once it is on it. */
export async function bringIn(page: Page, name: string, text: string | Buffer): Promise<void> {
  await page.goto("/");
  await page
    .getByLabel("Files to import")
    .setInputFiles({ name, mimeType: "text/plain", buffer: Buffer.from(text) });
  const done = page.getByRole("heading", { name: "Imported" });
  // Another test may have imported a file of the same name.
  const another = page.getByRole("button", { name: "Make a second document" });
  await expect(done.or(another)).toBeVisible({ timeout: 60_000 });
  if (await another.isVisible()) await another.click();
  await expect(done).toBeVisible({ timeout: 60_000 });
}

/** Brings in a file as the shelf does, without looking at the shelf, and opens it on Write; answers its id. */
export async function openFile(page: Page, name: string, text: string): Promise<string> {
  const told = await page.request.post(`/api/documents/import?name=${encodeURIComponent(name)}`, {
    headers: { "content-type": "application/octet-stream" },
    data: Buffer.from(text),
  });
  const { id } = JSON.parse((await told.text()).trim().split("\n").at(-1)!) as { id: string };
  await page.goto(`/documents/${id}`);
  await expect(manuscript(page)).toBeVisible();
  return id;
}

/** Brings in plain text as it is, without making titles of its lines, and opens it on Write. */
export async function openPlainText(page: Page, name: string, text: string): Promise<void> {
  const box = await lookAtText(page, name, text);
  await box.getByRole("button", { name: "Tick none" }).click();
  const contents = box.getByRole("checkbox", { name: /^Replace the typed contents list/ });
  if (await contents.isVisible()) await contents.uncheck();
  await box.getByRole("button", { name: "Import as plain text" }).click();
  await expect(manuscript(page)).toBeVisible();
}

/** Chooses a file of plain text; answers the box in which it is looked at before it comes in. */
export async function lookAtText(page: Page, name: string, text: string): Promise<Locator> {
  await page.goto("/");
  await page
    .getByLabel("Files to import")
    .setInputFiles({ name, mimeType: "text/plain", buffer: Buffer.from(text) });
  const box = page.getByRole("dialog", { name: `Import ${name}` });
  const another = page.getByRole("button", { name: "Make a second document" });
  await expect(box.or(another)).toBeVisible({ timeout: 60_000 });
  if (await another.isVisible()) await another.click();
  await expect(box).toBeVisible();
  return box;
}

/** Puts something into the clipboard as another program would, and pastes it. */
export async function pasteFrom(page: Page, data: { html?: string; text?: string }): Promise<void> {
  await manuscript(page).evaluate((element, { html, text }) => {
    const clipboard = new DataTransfer();
    if (html !== undefined) clipboard.setData("text/html", html);
    clipboard.setData("text/plain", text ?? "");
    element.dispatchEvent(
      new ClipboardEvent("paste", { clipboardData: clipboard, bubbles: true, cancelable: true }),
    );
  }, data);
}

/** Loads the page with the program's own fetching of the text held back; answers how to let it go on. */
export async function openHeld(page: Page): Promise<() => void> {
  let letGo = () => {};
  const held = new Promise<void>((done) => (letGo = done));
  await page.route("**/snapshot", async (route) => {
    await held;
    await route.continue();
  });
  await page.reload({ waitUntil: "commit" });
  return letGo;
}

/** Waits until the page's program has begun: before that, nothing takes a file or a click. */
export async function programBegun(page: Page): Promise<void> {
  await page.waitForFunction(() =>
    Object.keys(document.querySelector("main")!).some((key) => key.startsWith("__reactProps")),
  );
}

/** The bar over the manuscript that says what is under way there: what is carried, pictures that come in. */
export function underWay(page: Page): Locator {
  return page.getByRole("group", { name: "Under way" });
}

export function documentId(page: Page): string {
  return /\/documents\/([^/?#]+)/.exec(page.url())![1]!;
}

export function manuscript(page: Page): Locator {
  return page.getByRole("textbox", { name: "Manuscript" });
}

/** Types at the end of the document. */
export async function typeAtEnd(page: Page, words: string): Promise<void> {
  // In its corner nothing leads anywhere.
  await manuscript(page).click({ position: { x: 2, y: 2 } });
  await page.keyboard.press("Control+End");
  await page.keyboard.type(words);
}

/** Puts in what the menu “Insert” has under a name. */
export async function insert(page: Page, name: string): Promise<void> {
  await page.getByRole("button", { name: "Insert", exact: true }).click();
  await page.getByRole("menuitem", { name }).click();
}

/** Waits until everything is on disk. */
export async function kept(page: Page): Promise<void> {
  await expect(page.locator('[data-kept="kept"]')).toBeVisible({ timeout: 15_000 });
}

/** Where words begin and end on the screen, brought into view. `within`: only in elements that this selector takes. */
async function placeOfWords(page: Page, words: string, within = "*") {
  const place = await manuscript(page).evaluate(
    async (root, { words: wanted, within: selector }) => {
      const frame = () => new Promise((done) => requestAnimationFrame(done));
      const walker = document.createTreeWalker(root, NodeFilter.SHOW_TEXT);
      for (let node = walker.nextNode(); node; node = walker.nextNode()) {
        const at = node.textContent!.indexOf(wanted);
        if (at < 0 || !node.parentElement!.closest(selector)) continue;
        const range = document.createRange();
        range.setStart(node, at);
        range.setEnd(node, at + wanted.length);
        // What comes into view may be drawn only then, and move what is below it.
        for (let top = NaN; top !== range.getBoundingClientRect().top; await frame()) {
          top = range.getBoundingClientRect().top;
          node.parentElement!.scrollIntoView({ block: "center" });
          await frame();
        }
        const rects = [...range.getClientRects()];
        // Drawn again meanwhile: the words stand in another node by now.
        if (rects.length === 0) {
          walker.currentNode = root;
          continue;
        }
        const first = rects[0]!;
        const last = rects.at(-1)!;
        return {
          x1: first.left,
          y1: first.top + first.height / 2,
          x2: last.right,
          y2: last.top + last.height / 2,
        };
      }
      return null;
    },
    { words, within },
  );
  if (!place) throw new Error(`“${words}” does not stand in the manuscript`);
  return place;
}

/** Where on the screen words of the manuscript begin or end. */
export async function pointOf(
  page: Page,
  words: string,
  edge: "before" | "behind",
  within?: string,
): Promise<{ x: number; y: number }> {
  const { x1, y1, x2, y2 } = await placeOfWords(page, words, within);
  return edge === "before" ? { x: x1 + 0.5, y: y1 } : { x: x2 - 0.5, y: y2 };
}

/** Puts the caret before or behind words of the manuscript, by a click. */
export async function caretAt(
  page: Page,
  words: string,
  edge: "before" | "behind",
  within?: string,
): Promise<void> {
  const { x, y } = await pointOf(page, words, edge, within);
  await page.mouse.click(x, y);
  // No hand presses a key in the same few milliseconds.
  await frames(page);
}

/** Selects words in the manuscript, as by dragging over them. */
export async function selectWords(page: Page, words: string): Promise<void> {
  const box = await placeOfWords(page, words);
  await page.mouse.move(box.x1 + 0.5, box.y1);
  await page.mouse.down();
  await page.mouse.move((box.x1 + box.x2) / 2, box.y2, { steps: 4 });
  await page.mouse.move(box.x2, box.y2, { steps: 4 });
  await page.mouse.up();
}

/** Puts the caret into words of the manuscript, by a click. */
export async function clickWords(
  page: Page,
  words: string,
  options: { modifiers?: ("Control" | "Shift")[] } = {},
): Promise<void> {
  const place = manuscript(page).getByText(words).first();
  await place.scrollIntoViewIfNeeded();
  await place.click({ position: { x: 12, y: 10 }, ...options });
  // No hand presses a key in the same few milliseconds.
  await frames(page);
}

/** Lets the page draw so many frames: what it does with a click or a key is done then. */
export async function frames(page: Page, count = 4): Promise<void> {
  await page.evaluate(async (wanted) => {
    for (let i = 0; i < wanted; i++) await new Promise((done) => requestAnimationFrame(done));
  }, count);
}

/** Waits until something stands at the same height for a dozen frames: what was laid out meanwhile moves it no more. */
export async function atRest(place: Locator): Promise<void> {
  await place.evaluate(async (element) => {
    let top = NaN;
    for (let same = 0; same < 12; same++) {
      await new Promise((done) => requestAnimationFrame(done));
      const now = element.getBoundingClientRect().top;
      if (now !== top) same = 0;
      top = now;
    }
  });
}

/** Counts what an author does and prints it: a click, a drag, a key or chord, a run of typed text is one each. */
export function counting() {
  const steps: string[] = [];
  return {
    act: async (does: Promise<unknown>, what = "click") => {
      await does;
      steps.push(what);
    },
    told: (job: string, most: number) => {
      console.log(`${job}: ${steps.length} steps (at most ${most})\n  ${steps.join(" · ")}`);
      expect(steps.length).toBeLessThanOrEqual(most);
    },
  };
}

/** Opens one of the four stages. */
export async function stage(page: Page, name: "Write" | "Wayfinding" | "Proof" | "Publish"): Promise<void> {
  await page.getByRole("navigation", { name: "Stages of the work" }).getByRole("link", { name }).click();
  await expect(
    page.getByRole("navigation", { name: "Stages of the work" }).locator('[aria-current="page"]'),
  ).toHaveText(name);
}

/** Jumps by typing, with the keyboard alone. */
export async function jump(page: Page, typed: string): Promise<void> {
  await page.keyboard.press("Control+j");
  await page.getByRole("combobox", { name: "Jump to" }).fill(typed);
  await page.keyboard.press("Enter");
  await expect(page.getByRole("combobox", { name: "Jump to" })).toBeHidden();
}

/** How many pixels below the upper edge of the manuscript's window something stands; not a number while it is not laid out. */
export async function heightInWindow(page: Page, place: Locator): Promise<number> {
  const box = await place.boundingBox();
  const frame = (await page.locator("[data-scroller]").boundingBox())!;
  return box ? box.y - frame.y : NaN;
}

/** Somebody else, in a browser of their own, at the same document. */
export async function another(
  page: Page,
  newContext: () => Promise<BrowserContext>,
  name: string,
): Promise<{ other: Page; context: BrowserContext }> {
  const context = await newContext();
  await context.addInitScript((wanted) => localStorage.setItem("gate-rope name", wanted), name);
  const other = await context.newPage();
  await other.goto(page.url());
  await manuscript(other).waitFor();
  return { other, context };
}

/** All the lines of the open document once it is kept, as the server has them. */
export async function storedLines(page: Page): Promise<string[]> {
  await kept(page);
  const answer = await page.request.get(`/api/documents/${documentId(page)}`);
  const { document } = (await answer.json()) as {
    document: { content: { content?: { text: string }[] }[] };
  };
  return document.content.map((block) => (block.content ?? []).map(({ text }) => text).join(""));
}

export const tray = (page: Page) => page.getByRole("complementary", { name: "Tray" });
