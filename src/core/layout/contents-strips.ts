import { kept } from "@/core/kept";
import { asKind, documentDirection, fixedWordsOf } from "@/core/document";
import type { Node } from "prosemirror-model";
import type { DocumentIndex } from "@/core/index";
import {
  cardOf,
  entryWords,
  indexLines,
  isBookIndex,
  kindOf,
  listEntries,
  optionsOf,
  placedIn,
  type ContentsEntry,
} from "@/core/wayfinding";
import { bolder } from "@/core/styles";
import { buttonStrips } from "./button-strips";
import { cardStrips } from "./card-strips";
import type { Composition } from "./composition";
import { NO_GROUNDS, NO_NOTES, stripLike, type Strip, type Tag } from "./flow";
import { stripsOf } from "./text-strips";
import { sized, wordsSet } from "./set-words";
import { setText } from "./text/set-text";
import { madeSource } from "./text/text-source";
import type { TextStyle } from "./text/text-style";

type PlacedRun = DocumentIndex["placed"][number];

/** Kept free for the number of a page, in parts of the words' size. */
const NUMBER_ROOM = 3.2;
/** How much further in each level stands. */
const STEP = 1.6;

/** The strips of a contents list: its title, then its entries. The numbers of the pages are put in when it is drawn. */
export function contentsStrips(node: Node, composition: Composition): Strip[] {
  if (placedIn(node)) return [NOWHERE];
  const { index } = composition;
  const toc: Tag = { role: "TOC", parent: null };
  if (isBookIndex(node)) return asOneEntry(node, bookIndexStrips(node, composition));
  const entries = listEntries(index, node);
  return asOneEntry(node, [
    ...titleStrips(node, toc, composition),
    ...listStrips(node, entries, toc, composition),
  ]);
}

function asOneEntry(node: Node, strips: readonly Strip[]): Strip[] {
  // A list is one sign of the document: it stands where its first strip is, and what comes after that is behind the sign.
  return strips.map((strip, i) =>
    i === 0 ? stripLike(strip, { free: true }) : stripLike(strip, { start: node.nodeSize }),
  );
}

/** The strips of an index: its title, then its lines, in which the numbers of pages stand among the words. */
function bookIndexStrips(node: Node, composition: Composition): Strip[] {
  const { index, references, sheet, width } = composition;
  const part: Tag = { role: "Index", parent: null };
  const own = sheet.styles.contents;
  const style = sized(own, composition);
  const sending = sized({ ...own, slant: "italic" }, composition);
  const title = titleStrips(node, part, composition);
  const lines = indexLines(index);
  if (lines.length === 0) return [...title, ...emptyStrips(node, style, part, composition)];
  const strips = lines.flatMap((line) => {
    const x = own.indent + line.depth * own.size * STEP;
    const measure = Math.max(width / 3, width - x);
    const spans = references.indexParts(line).map(({ words, place, sends }) => ({
      words,
      style: place
        ? { ...style, link: { kind: "destination" as const, id: place.id } }
        : sends
          ? sending
          : style,
    }));
    const setting = {
      align: "left" as const,
      size: own.size,
      leading: own.leading,
      hyphenate: null,
      direction: documentDirection(index.doc),
      measure,
    };
    const text = setText(madeSource(spans), setting, composition.resources);
    const tag: Tag = { role: "P", parent: part };
    return stripsOf(text, { x, tag, start: 0 }, composition).map((strip, i) =>
      stripLike(strip, { gap: i > 0 ? 0 : Math.max(own.before, own.after), free: i === 0 }),
    );
  });
  const first = stripLike(strips[0]!, { gap: sheet.styles.heading2.after, free: title.length === 0 });
  return [...title, first, ...strips.slice(1)];
}

/** What is said where a list has no lines. */
function emptyStrips(node: Node, style: TextStyle, parent: Tag, composition: Composition): Strip[] {
  const { leading } = composition.sheet.styles.contents;
  const setting = { measure: composition.width, leading };
  const none = wordsSet(fixedWordsOf(composition.index.doc).nothingListed, style, setting, composition);
  return stripsOf(none, { x: 0, tag: { role: "P", parent }, start: 0 }, composition);
}

function titleStrips(node: Node, toc: Tag, composition: Composition): Strip[] {
  const { sheet, width } = composition;
  const title = asKind(node, "contents_list")!.heading;
  const look = sheet.styles.heading2;
  if (!title) return [];
  const set = wordsSet(
    title,
    sized(look, composition),
    { measure: width, leading: look.leading },
    composition,
  );
  return stripsOf(set, { x: 0, tag: { role: "Caption", parent: toc }, start: 0 }, composition);
}

/** What stands below the title: a sentence, cards, or a line for each entry. The first of it is not parted from the title. */
function listStrips(
  node: Node,
  entries: readonly ContentsEntry[],
  toc: Tag,
  composition: Composition,
): Strip[] {
  const { sheet, width } = composition;
  const own = sheet.styles.contents;
  const style = sized(own, composition);
  const first = sheet.styles.heading2.after;
  const { pageless, leaderless, flush, cards, buttons, stacked = false } = optionsOf(node);
  const numbers = { numbered: !pageless, leader: !leaderless, reserve: own.size * NUMBER_ROOM };
  if (entries.length === 0) return emptyStrips(node, style, toc, composition);
  if (cards || buttons) {
    const strips = cards
      ? cardStrips(entries, numbers, toc, composition)
      : buttonStrips(entries, { ...numbers, stacked }, toc, composition);
    return strips.map((strip, i) => (i === 0 ? stripLike(strip, { gap: first, free: false }) : strip));
  }
  const { numbered, leader, reserve } = numbers;
  const tags = nestedTags(entries, toc);
  return entries.flatMap((entry, i) => {
    const { id, depth } = entry;
    const x = own.indent + (flush ? 0 : depth * own.size * STEP);
    const setting = { leading: own.leading, reserve, measure: Math.max(width / 3, width - x) };
    const line = own.firstBold && depth === 0 ? sized({ ...own, weight: bolder(own) }, composition) : style;
    const lined = own.underlined ? { ...line, underline: true } : line;
    const text = wordsSet(entryWords(entry), lined, setting, composition);
    const tag = tags[i]!;
    return text.lines.map(({ height }, line): Strip => ({
      gap: line > 0 ? 0 : i === 0 ? first : Math.max(own.before, own.after),
      height,
      free: line === 0 && i > 0,
      start: 0,
      notes: NO_NOTES,
      content: { kind: "contents", text, line, x, width, to: id, style, numbered, leader },
      grounds: NO_GROUNDS,
      tag,
    }));
  });
}

/** A tag for each entry; those below an entry are a list of their own within it. */
function nestedTags(entries: readonly ContentsEntry[], toc: Tag): Tag[] {
  const open: { readonly depth: number; readonly list: Tag; item: Tag }[] = [];
  return entries.map(({ depth }) => {
    while (open.length > 0 && open.at(-1)!.depth > depth) open.pop();
    const last = open.at(-1);
    const list: Tag = last?.depth === depth ? last.list : last ? { role: "TOC", parent: last.item } : toc;
    const item: Tag = { role: "TOCI", parent: list };
    if (last?.depth === depth) last.item = item;
    else open.push({ depth, list, item });
    return item;
  });
}

/** The place of a menu that stands in the header or footer of each page: it takes up no room in the text, but can be led to. */
const NOWHERE: Strip = {
  gap: 0,
  height: 0,
  free: true,
  start: 0,
  notes: NO_NOTES,
  content: { kind: "empty" },
  grounds: NO_GROUNDS,
  tag: null,
};

/** What the entries of a contents list depend on: the same answer, the same strips. Asked for with every key. */
export function contentsKey(node: Node, { index, references }: Composition): string {
  if (isBookIndex(node))
    return indexLines(index)
      .flatMap((line) => references.indexParts(line).map(({ words, place }) => `${place?.id ?? ""} ${words}`))
      .join("\n");
  if (optionsOf(node).cards)
    return listEntries(index, node)
      .map((entry) => `${entry.id} ${entryWords(entry)} ${JSON.stringify(cardOf(index, entry.id))}\n`)
      .join("");
  if (kindOf(node) !== "sections" || optionsOf(node).bookmarks || optionsOf(node).added)
    return listEntries(index, node)
      .map((entry) => `${entry.id} ${entry.depth} ${entryWords(entry)}\n`)
      .join("");
  const headings = index.runs.map(runKey).join("");
  const numbers = index.numbers.size > 0 ? [...index.numbers.values()].join() : "";
  return `${asKind(node, "contents_list")!.from} ${headings} ${numbers}`;
}

const runKey = kept((run: PlacedRun["run"]): string =>
  run.headings.map(({ id, level, name, short }) => `${id} ${level} ${short || name}\n`).join(""),
);
