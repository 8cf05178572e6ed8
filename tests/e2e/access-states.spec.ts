import { expect, type Page } from "@playwright/test";
import { clean } from "./axe";
import { documentId, frames, manuscript, openFile, underWay } from "./desk";
import { DRAFT } from "./rich-draft";
import { test } from "./own-shelf";

/*
 * Every state of the screen in windows as narrow as a phone or as a zoomed page, in light and dark: axe finds nothing, and nothing has to
 * be moved to and fro. What the same states are like in a wide window is looked at in `accessible.spec`.
 */

type State = readonly [name: string, open: (page: Page) => Promise<unknown>];

const escape = (page: Page) => page.keyboard.press("Escape");
const keys = (chord: string) => (page: Page) => page.keyboard.press(chord);
const button = (page: Page, name: string | RegExp) =>
  page.getByRole("button", { name, exact: typeof name === "string" });

/** A part beside the text, as a sheet. */
const sheet = (name: string) => async (page: Page) => {
  const opener = page.getByRole("toolbar", { name: "Around the text" }).getByRole("button", { name });
  if ((await opener.getAttribute("aria-expanded")) === "false") await opener.click();
};

/** With the caret in words of the text. */
const at =
  (words: string, further: (page: Page) => Promise<unknown> = sheet("Tray")) =>
  async (page: Page) => {
    await closeSheets(page);
    await manuscript(page).getByText(words).first().click();
    await further(page);
  };

async function closeSheets(page: Page): Promise<void> {
  const open = page.getByRole("toolbar", { name: "Around the text" }).locator('[aria-expanded="true"]');
  if (await open.count()) await open.click();
}

const WRITE: readonly State[] = [
  ["the text", async () => {}],
  ["the rope", sheet("Rope")],
  ["the rope, even", async (page) => void (await button(page, "Even").click())],
  ["a section chosen", async (page) => void (await page.getByRole("treeitem").nth(1).click())],
  ["the deck", sheet("Deck")],
  ["the menu of what can be put in", async (page) => void (await button(page, "Insert").click())],
  ["the menu of words", async (page) => (await escape(page), await button(page, "More for words").click())],
  ["the tray", async (page) => (await escape(page), await sheet("Tray")(page))],
  ["files and addresses", async (page) => void (await button(page, "Show files and addresses").click())],
  ["the heading at the caret", at("Before the first night", sheet("Tray"))],
  [
    "styles",
    async (page) => (
      await closeSheets(page),
      await manuscript(page).click(),
      await keys("Control+Alt+s")(page)
    ),
  ],
  [
    "the link at the caret",
    async (page) => (
      await closeSheets(page),
      await manuscript(page).locator("a.link").first().click(),
      await sheet("Tray")(page)
    ),
  ],
  ["the box at a link", closeSheets],
  [
    "the link picker",
    async (page) => (
      await keys("Control+k")(page),
      await page.getByRole("combobox", { name: "Where to" }).waitFor()
    ),
  ],
  [
    "the link picker, what was typed",
    async (page) => void (await page.getByRole("combobox", { name: "Where to" }).fill("show")),
  ],
  [
    "words carried",
    async (page) => (await escape(page), await keys("Control+Shift+k")(page), await underWay(page).waitFor()),
  ],
  [
    "the jump box",
    async (page) => (
      await escape(page),
      await keys("Control+j")(page),
      await page.getByRole("combobox", { name: "Jump to" }).waitFor()
    ),
  ],
  [
    "find",
    async (page) => (
      await escape(page),
      await keys("Control+Alt+f")(page),
      await page.getByLabel("Words to find").fill("lamp")
    ),
  ],
  ["how to find", async (page) => void (await button(page, "Search options").click())],
  ["where it stands", async (page) => (await escape(page), await button(page, "List results").click())],
  [
    "lines that look like titles",
    async (page) => (
      await escape(page),
      await manuscript(page).focus(),
      await keys("Control+Alt+h")(page),
      await page.getByRole("dialog").waitFor()
    ),
  ],
  [
    "links of titles",
    async (page) => (await escape(page), await manuscript(page).focus(), await keys("Control+Alt+k")(page)),
  ],
  [
    "a note",
    async (page) => (await escape(page), await manuscript(page).focus(), await keys("Control+Alt+n")(page)),
  ],
  [
    "an equation with a fault",
    async (page) => (
      await manuscript(page).focus(),
      await keys("Control+Alt+e")(page),
      await page.keyboard.type("x^")
    ),
  ],
  ["a bookmark", async (page) => (await manuscript(page).focus(), await keys("Control+Shift+b")(page))],
  ["bookmarks in one go", async (page) => void (await button(page, "Add several bookmarks").click())],
  [
    "history",
    async (page) => (
      await escape(page),
      await closeSheets(page),
      await further(page, "History of this document"),
      await page.getByRole("dialog").waitFor()
    ),
  ],
  ["who is here", async (page) => (await escape(page), await further(page, /^Who is here/))],
];

/** What stands in the band, or in its menu where there is no room. */
async function further(page: Page, name: string | RegExp): Promise<void> {
  const more = page.getByRole("button", { name: "Stages and more" });
  if (await more.isVisible()) await more.click();
  await page.getByRole("button", { name }).last().click();
}

const STAGES: readonly State[] = [
  ["Wayfinding", stageAt("2", "Plan")],
  ["reach, section by section", async (page) => void (await page.getByText("Section by section").click())],
  [
    "the preview of a phone",
    async (page) => (
      await button(page, "Phone").click(),
      await page.frameLocator("iframe").getByRole("heading").first().waitFor()
    ),
  ],
  ["Proof", stageAt("3", "Proof")],
  ["all links", async (page) => void (await page.getByRole("tab", { name: "All links" }).click())],
  ["all places", async (page) => void (await page.getByRole("tab", { name: "All places" }).click())],
  ["mentions", async (page) => void (await page.getByRole("tab", { name: "Mentions not linked" }).click())],
  ["Publish", stageAt("4", "Publish")],
  ["how a PDF is made", async (page) => void (await page.getByText("PDF options").click())],
];

function stageAt(number: string, heading: string) {
  return async (page: Page) => {
    await page.keyboard.press(`Alt+Shift+${number}`);
    await page.getByRole("heading", { name: heading }).first().waitFor();
  };
}

const ELSEWHERE: readonly State[] = [
  [
    "the pages",
    async (page) => (
      await page.goto(`/documents/${documentId(page)}/pages`),
      await page.getByRole("region", { name: "Page 1", exact: true }).waitFor()
    ),
  ],
  ["the reading view", async (page) => void (await page.goto(`/read/${documentId(page)}`))],
  ["the reading view's contents", async (page) => void (await page.locator("summary").first().click())],
  [
    "the reading view's jump box",
    async (page) => (
      await keys("Control+j")(page),
      await page.getByRole("combobox", { name: "Jump to" }).waitFor()
    ),
  ],
  ["the shelf", async (page) => void (await page.goto("/"))],
  [
    "the shelf, filtered to nothing",
    async (page) => void (await page.getByRole("searchbox").last().fill("zzqq")),
  ],
  [
    "find in all documents",
    async (page) => void (await page.getByRole("searchbox", { name: "Find in all documents" }).fill("lamp")),
  ],
  [
    "what is flagged",
    async (page) => (
      await page.goto("/"),
      await button(page, "Flagged").click(),
      await page.getByRole("dialog").waitFor()
    ),
  ],
  [
    "the bin",
    async (page) => (
      await escape(page),
      await button(page, "Bin").click(),
      await page.getByRole("dialog").waitFor()
    ),
  ],
  ["a document that is not there", async (page) => void (await page.goto("/documents/nowhere"))],
];

/** What of a text may be wider than the window: tables, code, equations, and pages as they are printed. */
const MAY_BE_WIDE = ".ProseMirror, .reading, pre, iframe, [aria-label='Laid-out pages']";

/** The parts that scroll across, by their names. */
function scrolledAcross(page: Page): Promise<string[]> {
  return page.evaluate((wide) => {
    const scrolls = (one: Element) =>
      one.scrollWidth > one.clientWidth + 1 && ["auto", "scroll"].includes(getComputedStyle(one).overflowX);
    return [...document.querySelectorAll("body *")]
      .filter((one) => one.checkVisibility() && scrolls(one) && !one.closest(wide))
      .map(
        (one) =>
          `${one.tagName} ${one.getAttribute("aria-label") ?? one.className} ${one.scrollWidth} in ${one.clientWidth}`,
      );
  }, MAY_BE_WIDE);
}

// Each takes minutes: they need not wait for each other.
test.describe.configure({ mode: "parallel" });

for (const [width, height] of [
  [640, 400],
  [390, 844],
  [320, 256],
] as const)
  test.describe(`in a window of ${width} by ${height}`, () => {
    test.use({ viewport: { width, height } });
    test("axe finds nothing in any state, light and dark, and no state is wider than the window", async ({
      page,
    }) => {
      test.setTimeout(420_000);
      await page.emulateMedia({ reducedMotion: "reduce" });
      await openFile(page, "narrow-draft.md", DRAFT);
      const id = documentId(page);
      for (const [name, open] of [...WRITE, ...STAGES, ...ELSEWHERE]) {
        if (/\/(read|documents)\//.test(page.url()) === false && name.startsWith("the pages"))
          await page.goto(`/documents/${id}`);
        await test.step(name, async () => {
          await open(page);
          await frames(page);
          const besides = name === "the preview of a phone" ? "iframe" : undefined;
          await clean(page, name, besides);
          const wider = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
          expect.soft(wider, `${name} is so much wider than the window`).toBeLessThanOrEqual(0);
          expect.soft(await scrolledAcross(page), `${name} has parts to be moved to and fro`).toEqual([]);
          // Colours are the same at each width: the dark ones are looked at here by `npm run test:access`, in a wide window always.
          if (!process.env.ACCESS_ALL) return;
          await page.emulateMedia({ colorScheme: "dark", reducedMotion: "reduce" });
          await frames(page);
          await clean(page, `${name}, in the dark`, besides);
          await page.emulateMedia({ colorScheme: "light", reducedMotion: "reduce" });
        });
      }
    });
  });
