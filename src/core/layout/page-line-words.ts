import type { DocumentIndex } from "@/core/index";
import { type PageLines, documentTitle } from "@/core/document";
import { entryWords, inBrief, listEntries, placedMenus, wayHomeOfPages } from "@/core/wayfinding";
import { fontKey } from "./fonts/font-key";
import type { Resources } from "./resources";
import { EVERY_FONT_HAS, widthOfWords } from "./text/measure";
import { colourOnPaper } from "@/core/styles/colour-on-paper";
import { plainStyle } from "./text/text-style";

/** How the lines above and below the text of a page are set, and the menus that stand there. */
export const PAGE_LINE_STYLE = plainStyle(fontKey("sans", 400, false), 8.5, colourOnPaper("quiet"));

/** The width in points of words in a line above or below the text. */
export function pageLineWidth(words: string, resources: Resources): number {
  return widthOfWords(words, { from: 0, to: words.length, style: PAGE_LINE_STYLE, pos: -1 }, resources);
}

/**
 * Asks for what the lines above and below the text need on any page, since pages are drawn when all is there.
 * @param of The lines of all sections of pages.
 * @param known Words known to be complete; added to.
 */
export function wantPageLines(
  of: readonly PageLines[],
  index: DocumentIndex,
  resources: Resources,
  known: Set<string>,
): void {
  const lines = of
    .flatMap(({ first, even, ...others }) => [others, first, even])
    .flatMap((pair) => (pair ? [...pair.header, ...pair.footer] : []))
    .join("");
  const menus = [...placedMenus(index, "header"), ...placedMenus(index, "footer")];
  if (lines === "" && menus.length === 0) return;
  resources.font(PAGE_LINE_STYLE.font);
  const want = (words: string) => {
    if (EVERY_FONT_HAS.test(words) || known.has(words)) return;
    const { misses } = resources;
    pageLineWidth(words, resources);
    if (resources.misses === misses) known.add(words);
  };
  want(`${lines}…·`);
  if (lines.includes("{title}")) want(documentTitle(index.doc));
  if (lines.includes("{contents}")) want(wayHomeOfPages(index)?.words ?? "");
  if (lines.includes("{section}")) for (const heading of index.headings) want(inBrief(heading));
  for (const menu of menus) for (const entry of listEntries(index, menu)) want(entryWords(entry));
}
