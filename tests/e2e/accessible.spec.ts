import { expect, type Page } from "@playwright/test";
import {
  documentId,
  frames,
  insert,
  lookAtText,
  manuscript,
  openFile,
  openHeld,
  selectWords,
  stage,
} from "./desk";
import { clean } from "./axe";
import { DRAFT } from "./rich-draft";
import { test } from "./own-shelf";

/** In the page: words as an earlier window left them, whose place somebody else had removed. */
function keepDisplaced(document: string): Promise<void> {
  return new Promise((done) => {
    const open = indexedDB.open("gate-rope");
    open.onsuccess = () => {
      const transaction = open.result.transaction("displaced", "readwrite");
      transaction.objectStore("displaced").put({
        id: "lost",
        document,
        words: "Words of an earlier window.",
        at: Date.now(),
        blocks: [{ type: "paragraph", content: [{ type: "text", text: "Words of an earlier window." }] }],
      });
      transaction.oncomplete = () => done();
    };
  });
}

for (const scheme of ["light", "dark"] as const)
  test(`axe finds nothing on any screen, ${scheme}`, async ({ page }) => {
    // Some forty screens one after the other.
    test.setTimeout(300_000);
    await page.emulateMedia({ colorScheme: scheme, reducedMotion: "reduce" });
    await openFile(page, "draft.md", DRAFT);
    const id = documentId(page);
    await clean(page, "Write");
    await selectWords(page, "heater");
    await page.keyboard.press("Control+k");
    await page.getByRole("combobox", { name: "Where to" }).fill("“lamp");
    await page.getByText("Words of the document").waitFor();
    await clean(page, "link picker, quoted words");
    await page.getByRole("combobox", { name: "Where to" }).fill("show");
    await page.getByText("Do something").waitFor();
    await clean(page, "link picker, actions");
    await page.getByRole("combobox", { name: "Where to" }).fill("lamp");
    await clean(page, "link picker");
    await page.keyboard.press("Escape");
    await page.keyboard.press("Control+Shift+B");
    await page.getByRole("textbox", { name: "Name" }).waitFor();
    await clean(page, "bookmark");
    await page.keyboard.press("Enter");
    await selectWords(page, "tissue");
    await page.keyboard.press("Control+Alt+i");
    await page.getByRole("region", { name: "Index entry at the cursor" }).waitFor();
    await selectWords(page, "scratch");
    await page.getByLabel("Paragraph style").selectOption("A new style …");
    await page.getByRole("region", { name: "Own styles" }).getByLabel("Name").waitFor();
    await clean(page, "index entry, a style of one's own");
    await manuscript(page).locator("a.link").first().click();
    await page.locator("[data-link-chip]").waitFor();
    await page.getByRole("button", { name: "Show files and addresses" }).click();
    await page.getByLabel("Files to attach").setInputFiles({
      name: "plan.txt",
      mimeType: "text/plain",
      buffer: Buffer.from("a plan"),
    });
    await page.getByRole("link", { name: "plan.txt" }).waitFor();
    await clean(page, "link chip, the link in the tray, files and addresses");
    await page.getByRole("button", { name: "Close files and addresses" }).click();
    await page.keyboard.press("Control+j");
    await page.getByRole("combobox", { name: "Jump to" }).waitFor();
    await clean(page, "jump box");
    await page.keyboard.press("Escape");
    await page.keyboard.press("Control+Alt+f");
    await page.getByLabel("Words to find").fill("lamp");
    await page.getByRole("button", { name: "List results" }).click();
    await page.getByRole("list", { name: "Where they occur" }).waitFor();
    await clean(page, "find and replace");
    await page.keyboard.press("Escape");
    await expect(manuscript(page)).toBeFocused();
    await page.keyboard.press("Control+Alt+h");
    await page.getByRole("list", { name: "Lines that look like titles" }).waitFor();
    await clean(page, "lines that look like titles");
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: "Even" }).click();
    await page.getByRole("treeitem").nth(2).click();
    await clean(page, "sections");
    await page.getByRole("button", { name: "To scale" }).click();
    await manuscript(page).getByRole("heading").nth(1).click();
    await page.keyboard.press("Control+Alt+s");
    await page.getByLabel("Style sheet of the document").waitFor();
    await page.getByRole("combobox", { name: "Style", exact: true }).selectOption("caption");
    await clean(page, "styles");
    await page.getByRole("button", { name: "Close styles" }).click();
    await page.keyboard.press("Escape");
    await manuscript(page).locator("p").first().click();
    await page.keyboard.press("Control+Alt+n");
    await clean(page, "note");
    await page.keyboard.press("Escape");
    await page.keyboard.press("Control+Alt+e");
    await page.keyboard.type("x^");
    await page.getByRole("complementary", { name: "Tray" }).getByRole("alert").waitFor();
    await clean(page, "equation with a fault");
    await page.keyboard.type("2");
    await page.keyboard.press("Escape");
    await manuscript(page).locator(".katex").first().waitFor();
    await manuscript(page).locator("td").first().click();
    await page.getByRole("button", { name: "Merge cells" }).waitFor();
    await page.getByRole("button", { name: "Paragraph numbers" }).click();
    await clean(page, "table, with an equation in the text and numbers of paragraphs");
    await insert(page, "New page setup");
    const pages = page.getByRole("region", { name: "Selected page break" });
    await pages.getByLabel("Own paper and columns").check();
    await pages.getByLabel("Own header and footer").check();
    await pages.getByLabel("Own lines on left-hand pages").check();
    await pages.getByLabel("Own page numbers").check();
    await clean(page, "page setup from a break on");
    const other = await page.context().newPage();
    await other.goto(page.url());
    await expect(async () => {
      await manuscript(other).getByText("heater").first().dblclick();
      await expect(page.locator(".others-selection").first()).toBeVisible({ timeout: 3_000 });
    }).toPass({ timeout: 60_000 });
    await clean(page, "somebody else's caret and selection");
    await page.getByRole("button", { name: /^Who is here/ }).click();
    await page.getByLabel("Your name, as others see it").waitFor();
    await clean(page, "who is here");
    await page.keyboard.press("Escape");
    await other.close();
    await page.getByRole("button", { name: "History of this document" }).click();
    await page.getByRole("document", { name: "The text of this version" }).locator("h1").first().waitFor();
    await clean(page, "history");
    await page.keyboard.press("Escape");
    await page.evaluate(keepDisplaced, id);
    await page.reload();
    await page.getByRole("region", { name: "Text without a place" }).waitFor();
    await clean(page, "words that lost their place");
    await page.getByRole("button", { name: "Discard" }).click();
    await manuscript(page).locator("p").first().click();
    await insert(page, "Computed value");
    await page.getByRole("textbox", { name: "What is computed" }).fill("wrods");
    await page.getByText("“wrods” is none of").waitFor();
    await clean(page, "computed value with a fault");
    await page.keyboard.press("Escape");
    await stage(page, "Wayfinding");
    await page.getByRole("button", { name: "Add a contents list at the front" }).click();
    await page.getByRole("combobox", { name: "Return links" }).selectOption("2");
    await clean(page, "Wayfinding");
    await page.getByRole("button", { name: "Phone" }).click();
    await page.frameLocator("iframe").getByRole("heading").first().waitFor();
    // The reading view in the frame is a page of its own, with its own landmarks; it is looked at below.
    await clean(page, "Wayfinding, as it is on a phone", "iframe");
    await stage(page, "Proof");
    await clean(page, "Proof");
    await stage(page, "Publish");
    await page.getByText("PDF options").click();
    await page.getByLabel("Owner’s password").fill("one");
    await clean(page, "Publish, how a PDF is made");
    await page.getByRole("button", { name: "Make PDF" }).click();
    await page.getByRole("link", { name: /^Download (the PDF|anyway)/ }).waitFor({ timeout: 60_000 });
    await clean(page, "Publish, a PDF made");
    await page.getByRole("link", { name: "View the pages" }).click();
    await page.getByRole("region", { name: "Page 1", exact: true }).locator("text").first().waitFor();
    await clean(page, "Pages");
    await page.goto(`/read/${id}`);
    await clean(page, "reading view");
    await page.goto("/");
    await clean(page, "Shelf");
    await page.getByRole("button", { name: "Flagged" }).click();
    await page.getByText("Nothing is flagged.").waitFor();
    await clean(page, "Flagged in all documents");
    await page.goto("/nowhere");
    await clean(page, "not found");
  });

test("axe finds nothing where plain text is looked at, and where all documents are searched", async ({
  page,
}) => {
  await lookAtText(
    page,
    "notes.txt",
    "1. The road\n\nWords.\n\n2. The gate\n\nWords.\n\n3. The hill\n\nWords.\n",
  );
  await clean(page, "text preview");
  await page.keyboard.press("Escape");
  await page.getByRole("searchbox", { name: "Find in all documents" }).fill("the");
  await page.getByRole("list", { name: "Where it occurs" }).waitFor();
  await clean(page, "find in all documents");
});

test("axe finds nothing on cross-references, bookmarks, removals and the lists of links, places and mentions", async ({
  page,
}) => {
  await openFile(
    page,
    "marked.md",
    `# One {#one}

See <a href="#two" data-reference="{title}">Two</a>, section 2, section 9 and [two](#two).

A <a id="spot"></a>marked place<a data-end="spot"></a> here.

# Two {#two}

The end.
`,
  );
  await manuscript(page).locator(".cross-reference").click();
  await page.getByRole("region", { name: "Selected cross-reference" }).waitFor();
  await page.getByRole("combobox", { name: "Worded by" }).selectOption("own");
  await clean(page, "a cross-reference");
  await page.getByRole("button", { name: "Another place" }).click();
  await page.getByRole("combobox", { name: "Where to" }).waitFor();
  await clean(page, "another place for it");
  await page.keyboard.press("Escape");
  await manuscript(page).locator(".bookmark-range").click();
  await page.getByRole("checkbox", { name: "Follow up" }).check();
  await clean(page, "the bookmark at the caret");
  await page.getByRole("button", { name: "Add several bookmarks" }).click();
  await page.getByRole("dialog", { name: "Add several bookmarks" }).waitFor();
  await clean(page, "bookmarks in one go");
  await page.keyboard.press("Escape");
  await manuscript(page).getByText("The end.").click();
  await page.keyboard.press("Control+Alt+k");
  await page.getByRole("dialog", { name: "Link titles to their sections" }).waitFor();
  await clean(page, "links of titles");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Even", exact: true }).click();
  await page.getByRole("treeitem", { name: "Two, level 1" }).click();
  await page.getByRole("button", { name: "Delete section (Delete)" }).click();
  await page.getByRole("dialog", { name: "2 links lead to what you delete" }).waitFor();
  await clean(page, "what a removal means");
  await page.keyboard.press("Escape");
  await stage(page, "Proof");
  for (const name of ["All links", "All places", "Mentions not linked"]) {
    await page.getByRole("tab", { name }).click();
    await page.getByRole("grid").focus();
    await page.keyboard.press("Control+a");
    await clean(page, name);
  }
  await page.getByRole("tab", { name: "All places" }).click();
  await page.getByRole("grid").focus();
  await page.keyboard.press("Control+a");
  await page.getByRole("button", { name: "Rename by pattern" }).click();
  await page.getByRole("textbox", { name: "Pattern" }).waitFor();
  await clean(page, "renaming by a pattern");
});

test("axe finds nothing where a list is set, lines are added, and readers fold it below a menu that stays", async ({
  page,
}) => {
  const list = (heading: string, options: object) =>
    `<nav data-contents="${heading}" data-from="1" data-to="3" data-list='${JSON.stringify(options)}'></nav>`;
  const text = [1, 2, 3]
    .map((n) => `<h1>Room ${n}</h1><p>Words.</p><h2>Corner of ${n}</h2><p>More.</p>`)
    .join("");
  const lists = [
    list("Menu", { buttons: true, placed: "header" }),
    list("Contents", { folds: true }),
    list("Cards", { cards: true }),
  ];
  await openFile(page, "leads.html", `<h1>House</h1>${lists.join("")}${text}`);
  await manuscript(page).getByRole("navigation", { name: "Menu" }).getByText("Menu").click();
  const tray = page.getByRole("region", { name: "Selected contents list" });
  await tray.getByRole("button", { name: "Edit single lines" }).click();
  await tray.getByRole("button", { name: "Room 1", exact: true }).click();
  await clean(page, "a menu in the tray");
  await tray.getByRole("button", { name: "Add a line" }).click();
  await page.getByRole("dialog", { name: "What the new line leads to" }).waitFor();
  await clean(page, "adding a line");
  await page.keyboard.press("Escape");
  await stage(page, "Wayfinding");
  await page.getByText("Section by section").click();
  await page.getByRole("grid", { name: "Reach, section by section" }).waitFor();
  await clean(page, "reach, section by section", "iframe");
  await page.goto(`/read/${documentId(page)}`);
  await page.locator("nav details summary").first().click();
  await clean(page, "reading");
});

test("axe finds nothing while a document is being opened", async ({ page }) => {
  await openFile(page, "handbook.md", DRAFT);
  const letGo = await openHeld(page);
  await expect(page.locator(".first-words h1").first()).toBeVisible();
  await clean(page, "opening");
  letGo();
  await expect(manuscript(page)).toBeVisible();
});

/** As far apart as readers may set letters, words, lines and paragraphs (WCAG 2.2, 1.4.12). */
const SPACED = `* { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important }
  p { margin-bottom: 2em !important }`;

/** The words of controls and headings that are cut off, though they are not meant to end in an ellipsis. */
function cutOff(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const clips = ({ overflowX, overflowY }: CSSStyleDeclaration) =>
      [overflowX, overflowY].some((one) => one === "hidden" || one === "clip");
    return [...document.querySelectorAll<HTMLElement>("button, a, label, h1, h2, h3, p, th, td, [role=tab]")]
      .filter((one) => one.checkVisibility({ visibilityProperty: true }) && one.innerText.trim() !== "")
      .filter((one) => !one.closest(".sr-only") && clips(getComputedStyle(one)))
      .filter((one) => getComputedStyle(one).textOverflow !== "ellipsis")
      .filter((one) => one.scrollHeight > one.clientHeight + 2 || one.scrollWidth > one.clientWidth + 2)
      .map((one) => one.innerText.slice(0, 80));
  });
}

for (const [width, height] of [
  [1280, 800],
  [390, 844],
] as const)
  test(`nothing is cut off, nor wider than ${width} px, where letters and lines stand as far apart as readers may set them`, async ({
    page,
  }) => {
    await page.setViewportSize({ width, height });
    const id = await openFile(page, "spaced-draft.md", DRAFT);
    for (const address of ["", "/wayfinding", "/proof", "/publish"]
      .map((path) => `/documents/${id}${path}`)
      .concat([`/read/${id}`, "/"])) {
      await page.goto(address);
      await page.getByRole("main").waitFor();
      await page.evaluate((css) => {
        const sheet = new CSSStyleSheet();
        sheet.replaceSync(css);
        document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
      }, SPACED);
      await frames(page);
      expect.soft(await cutOff(page), address).toEqual([]);
      const wider = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      expect.soft(wider, address).toBeLessThanOrEqual(0);
    }
  });
