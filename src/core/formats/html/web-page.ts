import { partitionPoint } from "@/core/order";
import type { ReadContext } from "../intake/read-context";
import type { DropLog } from "../intake/drop-log";
import type { Box } from "./boxes";
import { contentsOf, type ContentsFound } from "./contents-found";
import { edited, type Edit } from "./edited-text";
import { escapeHtml } from "./escape";
import { layoutTables } from "./layout-tables";
import { isOwnFile } from "./own-file";
import { PageOutline, wordsOf, type PageHeading } from "./page-outline";
import { NOTE_WORDS } from "./paired-notes";
import { idsOf } from "./tags";

/*
 * A page as sites publish it has a text, and around it what leads through the site: navigation, banner, search, “previous / next”, footer. That is
 * no part of the document. Landmarks tell it apart (WAI-ARIA 1.2; HTML Accessibility API Mappings, for elements without a role).
 */

type Landmark = "navigation" | "banner" | "contentinfo" | "search" | "complementary";

const LEFT_OUT: Readonly<Record<Landmark, string>> = {
  navigation: "navigation of the web page",
  banner: "banner of the web page",
  contentinfo: "footer of the web page",
  search: "search form of the web page",
  complementary: "side column of the web page",
};
const BESIDE = "part of the web page beside its text";
const WHY = "It leads through a site and is no part of the text.";

/** Where nothing says so, nobody looks for what stands around the text and for contents lists. */
const MAY_BE_PAGE = /<(?:main|nav|article|aside|search|dl|ol|ul|table)\b|\brole\s*=/i;

interface Range {
  readonly at: number;
  readonly end: number;
}

/**
 * A page without what stands around its text, where landmarks tell that apart, and with Gate Rope's contents lists in place of its own. Links to
 * what was left out lead to the top. What was left out is told, and may be asked for.
 */
export function withoutFurniture(
  text: string,
  { name, dropped, all }: Pick<ReadContext, "name" | "dropped" | "all">,
): string {
  if (!MAY_BE_PAGE.test(text) || isOwnFile(text)) return text;
  const page = new PageOutline(text, name);
  const contents = contentsOf(page);
  const found = all ? [] : furnitureOf(page);
  // A page that holds nothing else is meant by itself.
  const furniture = found.length > 0 && visibleWords(remaining(text, found)) === "" ? [] : found;
  const inside = (place: number) => isInOne(furniture, place);
  const listsKept = contents.filter(({ at }) => !inside(at));
  const moved = listsKept.some(({ ofSection }) => !ofSection)
    ? undefined
    : contents
        .filter(({ at, ofSection }) => !ofSection && inside(at))
        .reduce<ContentsFound | undefined>((best, one) => (best?.title ? best : one), undefined);
  const title = titleIn(page, furniture);
  const kept = [...(title ? [{ at: title.tag.at, end: title.after }] : []), ...noteWordsIn(page, furniture)];
  const edits: Edit[] = [
    ...listsKept.map((list) => ({ at: list.at, end: list.box.after, text: asOwnList(page, list) })),
    ...without(furniture, kept).map((range) => ({ ...range, text: "" })),
    ...layoutTables(page),
  ];
  if (moved) {
    const at = placeOfContents(page, inside);
    edits.push({ at, end: at, text: asOwnList(page, moved) });
  }
  reportFurniture(page, furniture, dropped);
  edits.push(...linksToTop(page, without(furniture, kept), moved, dropped));
  return edited(text, edits);
}

// What stands around the text

function furnitureOf({ text, boxes }: PageOutline): Range[] {
  const mains = outermost(boxes.filter(isMain));
  if (mains.length > 0) {
    const from = bodyStart(text);
    const end = text.search(/<\/body\s*>/i);
    return without([{ at: from, end: end < from ? text.length : end }], mains.map(rangeOf));
  }
  const articles = outermost(boxes.filter(({ tag }) => tag.name === "article" || roleOf(tag) === "article"));
  const inArticle = articles.map(rangeOf);
  return outermost(
    boxes.filter((box) => landmarkOf(box, articles.length > 0) && !isInOne(inArticle, box.tag.at)),
  )
    .filter((box) => !inArticle.some(({ at }) => at >= box.tag.at && at < box.after))
    .map(rangeOf);
}

const roleOf = ({ attributes }: Box["tag"]) => attributes.get("role")?.trim().split(/\s+/)[0] ?? "";
const rangeOf = ({ tag, after }: Box): Range => ({ at: tag.at, end: after });

function isMain({ tag }: Box): boolean {
  return (tag.name === "main" || roleOf(tag) === "main") && !tag.attributes.has("hidden");
}

/** Which landmark an element is; null for none. Those without a role are only told from others in a page that says what its text is. */
function landmarkOf({ tag }: Box, hasMain: boolean): Landmark | null {
  if (tag.attributes.has("data-contents") || tag.attributes.has("data-generated")) return null;
  const role = roleOf(tag);
  if (role in LEFT_OUT) return role as Landmark;
  if (role !== "") return null;
  if (tag.name === "nav") return "navigation";
  if (tag.name === "search") return "search";
  if (!hasMain) return null;
  if (tag.name === "header") return "banner";
  if (tag.name === "footer") return "contentinfo";
  return tag.name === "aside" ? "complementary" : null;
}

function outermost(boxes: readonly Box[]): Box[] {
  let behind = 0;
  return boxes.filter(({ tag, after }) => {
    if (tag.at < behind) return false;
    behind = after;
    return true;
  });
}

function bodyStart(text: string): number {
  const begins = [/<body\b[^>]*>/i, /<\/head\s*>/i, /<\/title\s*>/i].map((sought) => sought.exec(text));
  const begin = begins.find((found) => found !== null);
  return begin ? begin.index + begin[0].length : 0;
}

// What of it is kept all the same

/** The only level-1 heading of a page, where it stands beside the text and the page is called so. */
function titleIn(page: PageOutline, furniture: readonly Range[]): PageHeading | null {
  const [only, ...others] = page.headings.filter(({ level }) => level === 1);
  if (!only || others.length > 0 || !isInOne(furniture, only.tag.at)) return null;
  const title = wordsOf(/<title[^>]*>([^<]{0,1000})/i.exec(page.text)?.[1] ?? "");
  return title === "" || title.toLowerCase().startsWith(only.words.toLowerCase()) ? only : null;
}

/** The words of notes, with the list they are in. */
function noteWordsIn({ tags, boxes, text }: PageOutline, furniture: readonly Range[]): Range[] {
  if (furniture.length === 0) return [];
  return tags.flatMap((tag) => {
    if (!tag.holds(NOTE_WORDS) || !isInOne(furniture, tag.at)) return [];
    const last = partitionPoint(boxes.length, (i) => boxes[i]!.tag.at <= tag.at) - 1;
    let around: Box | null = boxes[last] ?? null;
    while (around && around.after <= tag.at) around = around.around;
    // What is around it may be around the text as well.
    if (around && isWithin(furniture, rangeOf(around))) return [rangeOf(around)];
    const close = text.indexOf(`</${tag.name}`, tag.end);
    return [{ at: tag.at, end: close < 0 ? text.length : text.indexOf(">", close) + 1 || text.length }];
  });
}

// Contents lists

function asOwnList(page: PageOutline, { box, at, title, from, to, ofSection }: ContentsFound): string {
  const ids = page.tagsIn(at, box.after).flatMap(idsOf);
  const named = ids.map((id) => `<a id="${escapeHtml(id)}"></a>`).join("");
  const list = ofSection ? ` data-list="${escapeHtml(JSON.stringify({ of: "section" }))}"` : "";
  const words = title === "" && !ofSection ? "Contents" : title;
  return `${named}<nav data-contents="${escapeHtml(words)}" data-from="${from}" data-to="${to}"${list}></nav>`;
}

/** Where a list that stood beside the text comes: behind the title of the page, which no other heading is equal to. */
function placeOfContents({ headings, text }: PageOutline, inside: (place: number) => boolean): number {
  const [first, ...others] = headings.filter(({ tag }) => !inside(tag.at));
  if (!first) return bodyStart(text);
  return others.some(({ level }) => level <= first.level) ? first.tag.at : first.after;
}

// What is told, and where links lead

function reportFurniture({ boxes, text }: PageOutline, furniture: readonly Range[], dropped: DropLog): void {
  if (furniture.length === 0) return;
  const reported: Range[] = [];
  for (const box of outermost(boxes.filter((one) => landmarkOf(one, true) !== null))) {
    if (!isInOne(furniture, box.tag.at)) continue;
    dropped.add(LEFT_OUT[landmarkOf(box, true)!], WHY, 1, true);
    reported.push(rangeOf(box));
  }
  const beside = without(furniture, reported).filter(
    ({ at, end }) => visibleWords(text.slice(at, end)) !== "",
  );
  if (beside.length > 0) dropped.add(BESIDE, WHY, beside.length, true);
}

const visibleWords = (html: string) =>
  wordsOf(html.replace(/<!--[\s\S]*?-->|<(script|style|template|noscript)\b[\s\S]*?<\/\1\s*>/gi, ""));

function remaining(text: string, ranges: readonly Range[]): string {
  const body = { at: bodyStart(text), end: text.length };
  return without([body], ranges)
    .map(({ at, end }) => text.slice(at, end))
    .join(" ");
}

/** Links to what was left out lead to the top. */
function linksToTop(
  page: PageOutline,
  furniture: readonly Range[],
  moved: ContentsFound | undefined,
  dropped: DropLog,
): Edit[] {
  if (furniture.length === 0) return [];
  const gone = new Set<string>();
  const there = new Set(moved ? page.tagsIn(moved.at, moved.box.after).flatMap(idsOf) : []);
  for (const tag of page.tags)
    for (const id of idsOf(tag)) (isInOne(furniture, tag.at) ? gone : there).add(id);
  return page.tags.flatMap((tag) => {
    if (tag.name !== "a" || isInOne(furniture, tag.at)) return [];
    const href = tag.attributes.get("href");
    const id = href === undefined ? null : page.anchorOf(href);
    if (href === undefined || id === null) return [];
    if (!gone.has(id) || there.has(id)) return [];
    dropped.add("link to what was left out of the web page", "It leads to the top now.");
    const at = tag.end - (page.text[tag.end - 2] === "/" ? 2 : 1);
    return [{ at: tag.at, end: tag.end, text: page.text.slice(tag.at, at).replace(href, "#_top") + ">" }];
  });
}

// Ranges

function isInOne(ranges: readonly Range[], place: number): boolean {
  const last = partitionPoint(ranges.length, (i) => ranges[i]!.at <= place) - 1;
  return last >= 0 && place < ranges[last]!.end;
}

function isWithin(ranges: readonly Range[], { at, end }: Range): boolean {
  const last = partitionPoint(ranges.length, (i) => ranges[i]!.at <= at) - 1;
  return last >= 0 && end <= ranges[last]!.end;
}

/** Ranges without what lies in others. */
function without(ranges: readonly Range[], others: readonly Range[]): Range[] {
  const cut = [...others].sort((a, b) => a.at - b.at);
  const left: Range[] = [];
  let next = 0;
  for (const { at, end } of ranges) {
    let from = at;
    for (; next < cut.length && cut[next]!.at < end; next++) {
      const other = cut[next]!;
      if (other.at > from) left.push({ at: from, end: other.at });
      from = Math.max(from, other.end);
    }
    if (from < end) left.push({ at: from, end });
  }
  return left;
}
