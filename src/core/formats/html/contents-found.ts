import type { Box } from "./boxes";
import { PageOutline, wordsOf, type PageHeading } from "./page-outline";
import { saysNothing, type Tag } from "./tags";

/** A contents list that somebody, or a tool, wrote into a page; Gate Rope's own takes its place. */
export interface ContentsFound {
  readonly box: Box;
  /** Where it begins, with its title. */
  readonly at: number;
  readonly title: string;
  readonly from: number;
  readonly to: number;
  /** In the section in which it stands alone. */
  readonly ofSection: boolean;
}

const LISTS = /^(?:dl|ol|ul)$/;
const MAY_HOLD = /^(?:aside|details|div|dl|nav|ol|section|table|ul)$/;
const SAYS_CONTENTS = /(?:^|[\s_-])(?:toc|contents?|table-?of-?contents|minitoc|localtoc)(?:$|[\s_-])/i;
const TITLED =
  /^(?:(?:table of |page )?contents|on this page|in this (?:section|chapter|article)|overview|inhalt(?:sverzeichnis|sübersicht)?|auf dieser seite|table des matières|sommaire|índice|contenido|indice|sommario|inhoud(?:sopgave)?)[.:]?$/iu;
/** Fewer links than these are no contents list. */
const MIN_LINES = 3;
const MAX_TITLE_LETTERS = 80;
/** How much of what is asked for has to be there. */
const MOSTLY = 0.8;
/** How deep a list is looked for within others that turned out to be none. */
const MAX_TRIED = 4;

/** The contents lists of a page, in order: all links lead to headings in the order of the page, are worded like these, and leave hardly one out. */
export function contentsOf(page: PageOutline): ContentsFound[] {
  const found: ContentsFound[] = [];
  const tried = new Map<Box, number>();
  let behind = 0;
  for (const box of page.boxes) {
    const triedAround = box.around ? (tried.get(box.around) ?? 0) : 0;
    tried.set(box, triedAround);
    if (box.tag.at < behind || !mayBeOne(box) || triedAround >= MAX_TRIED) continue;
    tried.set(box, triedAround + 1);
    const one = contentsIn(page, box);
    if (!one) continue;
    found.push(one);
    behind = box.after;
  }
  return found;
}

function mayBeOne({ tag, around }: Box): boolean {
  if (!MAY_HOLD.test(tag.name)) return false;
  if (LISTS.test(tag.name) && !(around && LISTS.test(around.tag.name))) return true;
  const { attributes } = tag;
  const names = `${attributes.get("id") ?? ""} ${attributes.get("class") ?? ""}`;
  const role = `${attributes.get("role") ?? ""} ${attributes.get("epub:type") ?? ""}`;
  return tag.name === "nav" || /\b(?:doc-toc|toc|navigation)\b/.test(role) || SAYS_CONTENTS.test(names);
}

interface Line {
  readonly heading: number;
  readonly words: string;
}

function contentsIn(page: PageOutline, box: Box): ContentsFound | null {
  const { text, headings } = page;
  const anchors = page.tagsIn(box.tag.end, box.to).filter(({ name }) => name === "a");
  const lines: Line[] = [];
  let others = 0;
  let first: Tag | null = null;
  for (const anchor of anchors) {
    const href = anchor.attributes.get("href");
    const close = href === undefined ? -1 : text.indexOf("</a", anchor.end);
    if (href === undefined || close < 0) continue;
    const words = wordsOf(text.slice(anchor.end, close));
    if (words === "") continue;
    const heading = page.headingOf.get(page.anchorOf(href) ?? "");
    if (heading === undefined) others++;
    else {
      first ??= anchor;
      lines.push({ heading, words });
    }
  }
  if (!first || lines.length < MIN_LINES || others > lines.length * (1 - MOSTLY)) return null;
  if (!followTheText(lines) || !saysLike(lines, headings)) return null;
  if (!isAllThatItSays(text, box, lines)) return null;
  const levels = levelsOf(lines, headings);
  const coversAll = (range: { first: number; end: number }) =>
    isComplete(lines, headings, levels, range, box.tag.at);
  const whole = coversAll({ first: 0, end: headings.length });
  if (!whole && !coversAll(sectionAround(box, headings))) return null;
  const within = wordsOf(text.slice(box.tag.end, first.at));
  const before = titleBefore(page, box);
  return {
    box,
    at: before?.tag.at ?? box.tag.at,
    title: before?.words ?? (within.length <= MAX_TITLE_LETTERS ? within.replace(/[\s\d.•–-]+$/u, "") : ""),
    from: levels[0],
    to: levels[1],
    ofSection: !whole,
  };
}

function followTheText(lines: readonly Line[]): boolean {
  const against = lines.filter((line, i) => i > 0 && line.heading <= lines[i - 1]!.heading).length;
  return against <= (lines.length - 1) * (1 - MOSTLY) * 0.25;
}

const letters = (words: string) => words.replace(/[^\p{L}\p{N}]+/gu, "").toLowerCase();

function saysLike(lines: readonly Line[], headings: readonly PageHeading[]): boolean {
  const like = lines.filter(({ heading, words }) => {
    const [label, title] = [letters(words), letters(headings[heading]!.words)];
    return label !== "" && (title.includes(label) || label.includes(title));
  });
  return like.length >= lines.length * MOSTLY;
}

/** Whether hardly any words stand beside its links and its title. */
function isAllThatItSays(text: string, { tag, to }: Box, lines: readonly Line[]): boolean {
  const all = letters(wordsOf(text.slice(tag.end, to))).length;
  const linked = lines.reduce((sum, { words }) => sum + letters(words).length, 0);
  return all - linked <= Math.max(MAX_TITLE_LETTERS, all * (1 - MOSTLY));
}

function levelsOf(lines: readonly Line[], headings: readonly PageHeading[]): [from: number, to: number] {
  const levels = lines.map(({ heading }) => headings[heading]!.level);
  return [
    levels.reduce((least, level) => Math.min(least, level)),
    levels.reduce((most, level) => Math.max(most, level)),
  ];
}

/** Whether hardly any heading of these levels in a range of them is left out, and none of another range is listed. */
function isComplete(
  lines: readonly Line[],
  headings: readonly PageHeading[],
  [from, to]: readonly [number, number],
  { first, end }: { readonly first: number; readonly end: number },
  at: number,
): boolean {
  const listed = new Set(lines.map(({ heading }) => heading));
  if (lines.some(({ heading }) => heading < first || heading >= end)) return false;
  let [missing, before] = [0, 0];
  for (let i = first; i < end; i++) {
    const { level, tag } = headings[i]!;
    if (level < from || level > to || listed.has(i)) continue;
    // The title of the page, and that of the list itself.
    if (tag.at < at && before < 2) before++;
    else missing++;
  }
  return missing <= (listed.size + missing) * (1 - MOSTLY);
}

/** The headings of the section in which something stands, by number, without its own. */
function sectionAround(box: Box, headings: readonly PageHeading[]): { first: number; end: number } {
  const above = headings.findLastIndex(({ tag }) => tag.at < box.tag.at);
  if (above < 0) return { first: 0, end: headings.length };
  const end = headings.findIndex(({ level }, i) => i > above && level <= headings[above]!.level);
  return { first: above + 1, end: end < 0 ? headings.length : end };
}

/** The heading right above a list that says no more than “Contents”. */
function titleBefore({ text, headings }: PageOutline, box: Box): PageHeading | null {
  const before = headings.findLast(({ tag }) => tag.at < box.tag.at);
  return before && TITLED.test(before.words) && saysNothing(text, before.after, box.tag.at) ? before : null;
}
