import { expect, type Page } from "@playwright/test";
import {
  caretAt,
  clickWords,
  documentId,
  kept,
  manuscript,
  openFile,
  pasteFrom,
  selectWords,
  tray,
} from "./desk";
import { test } from "./own-shelf";

const sizeOf = (page: Page, words: string) =>
  manuscript(page)
    .getByText(words, { exact: true })
    .evaluate((element) => getComputedStyle(element.closest("h1, h2, p")!).fontSize);

const TEXT =
  "# The hill\n\nWords of the hill.\n\n## The road\n\nWords of the road.\n\n## The gate\n\nWords.\n";

test("a style is changed once and everywhere by keyboard alone; numbers follow the structure; undo takes it back", async ({
  page,
}) => {
  await openFile(page, "styles.md", TEXT);
  await clickWords(page, "The road");
  const before = await sizeOf(page, "The road");
  await page.keyboard.press("Control+Alt+s");
  const style = tray(page).getByRole("combobox", { name: "Style", exact: true });
  await expect(style).toBeFocused();
  await expect(style).toHaveValue("heading2");
  await tray(page).getByLabel("Size pt").fill("20");
  await page.keyboard.press("Enter");
  await expect.poll(() => sizeOf(page, "The road")).toBe("30.9091px");
  expect(await sizeOf(page, "The gate")).toBe(await sizeOf(page, "The road"));
  await expect(tray(page).getByRole("img", { name: "Sample of Heading 2" })).toBeVisible();

  await tray(page).getByLabel("Numbering").selectOption("decimal");
  await style.selectOption("heading1");
  await tray(page).getByLabel("Numbering").selectOption("letters");
  const labels = () =>
    manuscript(page)
      .getByRole("heading")
      .evaluateAll((all) => all.map((it) => (it as HTMLElement).style.getPropertyValue("--label")));
  await expect.poll(labels).toEqual(['"A\u2002"', '"A.1\u2002"', '"A.2\u2002"']);
  await clickWords(page, "The hill");
  await tray(page).getByLabel("Counted").selectOption("none");
  await expect.poll(labels).toEqual(["", '"1\u2002"', '"2\u2002"']);
  for (let i = 0; i < 4; i++) {
    await manuscript(page).focus();
    await page.keyboard.press("Control+z");
  }
  await expect.poll(() => sizeOf(page, "The road")).toBe(before);
});

test("what was done by hand is told, handed to the style, or taken off", async ({ page }) => {
  await openFile(page, "hand.md", TEXT);
  await selectWords(page, "The road");
  await page.keyboard.press("Control+b");
  await expect(tray(page).getByText("By hand: bold")).toBeVisible();
  await page.getByRole("button", { name: "More for words" }).click();
  await page.getByRole("menuitem", { name: "Centre" }).click();
  await expect(tray(page).getByText("By hand: centred, bold")).toBeVisible();
  await tray(page).getByRole("button", { name: "Heading 2 looks like this" }).click();
  await expect(tray(page).getByText("By hand:")).toBeHidden();
  const looks = manuscript(page)
    .getByText("The gate", { exact: true })
    .evaluate((element) => [getComputedStyle(element).textAlign, getComputedStyle(element).fontWeight]);
  expect(await looks).toEqual(["center", "700"]);
});

test("style sheets are taken ready-made or from another document, and exported pages look like them", async ({
  page,
}) => {
  await openFile(page, "other.md", TEXT.replace("The hill", "The other hill"));
  await clickWords(page, "The road");
  await page.keyboard.press("Control+Alt+s");
  await tray(page).getByLabel("Style sheet of the document").selectOption({ label: "Long watch" });
  await expect(page.getByText("has the style sheet “Long watch” now")).toBeVisible();
  await kept(page);
  await openFile(page, "mine.md", TEXT);
  await clickWords(page, "The road");
  await page.keyboard.press("Control+Alt+s");
  await tray(page).getByRole("button", { name: "From another document …" }).click();
  await tray(page).getByLabel("From another document").selectOption({ label: "The other hill" });
  await expect(tray(page).getByLabel("Style sheet of the document")).toHaveValue("own");
  await kept(page);
  const answer = await page.request.get(`/api/documents/${documentId(page)}/export?format=html`);
  const html = await answer.text();
  expect(html).toMatch(/main h1 \{[^}]*--point\) \* 24\)[^}]*break-before: page/);
  expect(html).toContain('<span class="label" data-generated="number">I </span>The hill');
});

test("equations, notes, tables and pictures are put in and set without leaving the keyboard", async ({
  page,
}) => {
  await openFile(page, "blocks.md", TEXT);
  await clickWords(page, "Words of the road");
  await page.keyboard.press("End");

  // An equation in the line: it is written in the tray and drawn with each key; what cannot be drawn says why.
  await page.keyboard.press("Control+Alt+e");
  const tex = tray(page).getByLabel("Written in TeX");
  await expect(tex).toBeFocused();
  await page.keyboard.type("x^2 + \\frac{1}{y");
  await expect(tray(page).getByRole("alert")).toContainText("expected '}'");
  await page.keyboard.type("}");
  await expect(manuscript(page).locator(".formula .katex")).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(manuscript(page)).toBeFocused();

  // A footnote, with emphasis; its number lives.
  await page.keyboard.press("Control+Alt+n");
  await expect(tray(page).getByRole("textbox", { name: "Words of the note" })).toBeFocused();
  await page.keyboard.type("Said by the ");
  await page.keyboard.press("Control+i");
  await page.keyboard.type("warden");
  await page.keyboard.press("Escape");
  await expect(manuscript(page)).toBeFocused();
  await page.keyboard.type(" More.");
  const sign = manuscript(page).locator(".note-sign");
  await expect(sign).toHaveAttribute("data-number", "1");
  await expect(sign).toHaveAttribute("title", "Footnote: Said by the warden");

  await page.keyboard.press("Enter");
  await page.keyboard.press("Control+Alt+Shift+e");
  await page.keyboard.type("E = mc^2");
  await page.keyboard.press("Escape");
  await expect(manuscript(page).locator(".equation-line .katex-display")).toBeVisible();
  await expect(manuscript(page).locator(".equation-line")).toHaveCSS("--label", '"(1)"');
  await kept(page);

  const answer = await page.request.get(`/api/documents/${documentId(page)}/export?format=markdown`);
  const markdown = await answer.text();
  expect(markdown).toContain("Words of the road.$x^2 + \\frac{1}{y}$[^1] More.");
  expect(markdown).toContain("$$\nE = mc^2\n$$");
  expect(markdown).toContain("[^1]: Said by the *warden*");
});

test("rows, columns and cells of a table are changed in the tray; a picture says when it has no words", async ({
  page,
}) => {
  await openFile(page, "table.md", "# T\n\n| A | B |\n|---|---|\n| 1 | 2 |\n\nEnd.\n");
  await clickWords(page, "1");
  const button = (name: string) => tray(page).getByRole("button", { name, exact: true });
  await expect(button("Merge cells")).toBeDisabled();
  await button("Row below").click();
  await button("Column after").click();
  await expect(manuscript(page).locator("tr")).toHaveCount(3);
  await expect(manuscript(page).locator("tr").first().locator("th")).toHaveCount(3);
  await clickWords(page, "1");
  await button("Header column").click();
  await expect(manuscript(page).locator("th")).toHaveCount(5);
  await clickWords(page, "1");
  await tray(page).getByLabel("Column width px").fill("120");
  await page.keyboard.press("Enter");
  await expect(manuscript(page).locator("td, th").first()).toHaveCSS("width", "120px");
  // A third click at the same spot within half a second would be a triple click, which chooses the cell.
  await clickWords(page, "End.");
  await clickWords(page, "1");
  // Over the border of a cell, arrow keys choose whole cells.
  await page.keyboard.press("End");
  await page.keyboard.press("Shift+ArrowRight");
  await expect(button("Merge cells")).toBeEnabled();
  await button("Merge cells").click();
  await expect(manuscript(page).locator("[colspan='2']")).toHaveCount(1);

  const dot =
    "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==";
  await clickWords(page, "End.");
  await pasteFrom(page, { html: `<p>before</p><img src="data:image/png;base64,${dot}"><p>after</p>` });
  const frame = manuscript(page).locator("figure .picture");
  await expect(frame).toHaveClass(/without-words/);
  await frame.click();
  await tray(page).getByLabel("Decorative").check();
  await expect(frame).not.toHaveClass(/without-words/);
  await expect(tray(page).getByLabel("What the picture shows")).toHaveCount(0);
  await tray(page).getByLabel("Decorative").uncheck();
  await tray(page).getByLabel("What the picture shows").fill("A dot");
  await tray(page).getByLabel("Width % of the text").fill("40");
  await tray(page).getByLabel("Position").selectOption("right");
  await expect(frame).not.toHaveClass(/without-words/);
  await expect(manuscript(page).locator("figure")).toHaveCSS("float", "right");
});

test("what is pasted from elsewhere takes on the looks of the document; words cut from a heading make no heading", async ({
  page,
}) => {
  await openFile(page, "paste.md", TEXT);
  await clickWords(page, "Words of the hill");
  await page.keyboard.press("End");
  await page.keyboard.press("Enter");
  await pasteFrom(page, {
    html: '<h2 style="font-family:cursive">From afar</h2><p style="color:red;font-size:40px">Red <b>bold</b> words</p><ul><li>One</li></ul>',
  });
  await expect(manuscript(page).getByRole("heading", { name: "From afar" })).toBeVisible();
  const pasted = manuscript(page).getByText("Red bold words");
  expect(await pasted.evaluate((it) => it.querySelectorAll("[style]").length)).toBe(0);
  await expect(pasted.locator("strong")).toHaveText("bold");
  await page.keyboard.press("Control+z");
  await expect(manuscript(page)).not.toContainText("From afar");

  await selectWords(page, "road");
  await page.keyboard.press("Control+x");
  await clickWords(page, "Words of the hill");
  await page.keyboard.press("End");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Control+v");
  await expect(
    manuscript(page)
      .locator("p")
      .filter({ hasText: /^road$/ }),
  ).toHaveCount(1);
});

test("a paste of five megabytes is read while the page goes on", async ({ page }) => {
  await openFile(page, "large.md", "# One\n\nWords.\n");
  await clickWords(page, "Words.");
  const html = `<p>${"A long paragraph of words that go on and on. ".repeat(10)}</p>`.repeat(11_000);
  expect(html.length).toBeGreaterThan(5_000_000);
  // Reading begins when this says so, however quick the machine is.
  await page.evaluate(() => {
    const post = Worker.prototype.postMessage as (this: Worker, message: unknown) => void;
    const begun = new Promise((begin) => document.addEventListener("begin-reading", begin, { once: true }));
    Worker.prototype.postMessage = function (this: Worker, message: unknown) {
      if (typeof message === "string") void begun.then(() => post.call(this, message));
      else post.call(this, message);
    };
  });
  await pasteFrom(page, { html: `${html}<p>The very last words</p>` });
  await expect(page.getByRole("status").filter({ hasText: "Reading what was pasted" })).toBeVisible();
  // One writes on meanwhile.
  await page.keyboard.type(" Still here.");
  await expect(manuscript(page)).toContainText("Still here.");
  await page.evaluate(() => document.dispatchEvent(new Event("begin-reading")));
  await page.keyboard.press("Control+End");
  await expect(manuscript(page)).toContainText("The very last words", { timeout: 60_000 });
  await expect(page.getByRole("status").filter({ hasText: "Reading what was pasted" })).toHaveCount(0);
});

test("a style of one's own is made of a paragraph, given to another, changed for both and removed", async ({
  page,
}) => {
  await openFile(page, "ropes.md", "# Ropes\n\nFirst aside.\n\nPlain text.\n\nSecond aside.\n");
  await caretAt(page, "First aside.", "behind");
  const styles = page.getByRole("region", { name: "Own styles" });
  await styles.getByLabel("Paragraph style").selectOption("A new style …");
  await styles.getByLabel("Name").fill("Aside");
  await styles.getByLabel("Italic").check();
  await caretAt(page, "Second aside.", "behind");
  await styles.getByLabel("Paragraph style").selectOption("Aside");
  const slant = (words: string) =>
    manuscript(page)
      .getByText(words)
      .evaluate((element) => getComputedStyle(element).fontStyle);
  expect([await slant("First aside."), await slant("Plain text."), await slant("Second aside.")]).toEqual([
    "italic",
    "normal",
    "italic",
  ]);
  // It is still open, and follows the caret.
  await expect(styles.getByText("Used in 2 paragraphs.")).toBeVisible();
  await selectWords(page, "Plain");
  await styles.getByLabel("Word style").selectOption("A new style …");
  await styles.getByLabel("Name").fill("Term");
  await styles.getByLabel("Weight").selectOption("Bold");
  await expect(manuscript(page).getByText("Plain", { exact: true })).toHaveCSS("font-weight", "700");
  await kept(page);
  await page.goto(`/read/${documentId(page)}`);
  await expect(page.getByText("Second aside.")).toHaveCSS("font-style", "italic");
  await page.goBack();
  await caretAt(page, "First aside.", "behind");
  await styles.getByRole("button", { name: "Change “Aside”" }).click();
  await styles.getByRole("button", { name: "Remove style" }).click();
  expect(await slant("Second aside.")).toBe("normal");
  await page.keyboard.press("Control+z");
  await expect.poll(() => slant("Second aside.")).toBe("italic");
});
