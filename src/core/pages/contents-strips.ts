import type { Node } from "prosemirror-model";
import type { DocumentIndex } from "@/core/destinations";
import {
  cardOf,
  entryWords,
  kindOf,
  listEntries,
  NOTHING_LISTED,
  optionsOf,
  placedIn,
} from "@/core/wayfinding";
import { cardStrips } from "./card-strips";
import type { Composition } from "./composition";
import { NO_GROUNDS, NO_NOTES, type Strip, type Tag } from "./flow";
import { sized, stripsOf, wordsSet } from "./text-strips";

type PlacedRun = DocumentIndex["placed"][number];

/** Kept free for the number of a page, in parts of the words' size. */
const NUMBER_ROOM = 3.2;
/** How much further in each level stands. */
const STEP = 1.6;

/** The strips of a contents list: its title, then its entries. The numbers of the pages are put in when it is drawn. */
export function contentsStrips(node: Node, composition: Composition): Strip[] {
  const { sheet, width, index } = composition;
  if (placedIn(node)) return [NOWHERE];
  const toc: Tag = { role: "TOC", parent: null };
  const title = node.attrs.heading as string;
  const look = sheet.styles.heading2;
  const strips: Strip[] = [];
  if (title) {
    const set = wordsSet(
      title,
      sized(look, composition),
      { measure: width, leading: look.leading },
      composition,
    );
    strips.push(...stripsOf(set, { x: 0, tag: { role: "Caption", parent: toc }, start: 0 }, composition));
  }
  const own = sheet.styles.contents;
  const style = sized(own, composition);
  const entries = listEntries(index, node);
  const { pageless, leaderless, flush } = optionsOf(node);
  const numbered = !pageless;
  const reserve = own.size * NUMBER_ROOM;
  if (optionsOf(node).cards) {
    const cards = cardStrips(entries, { numbered, leader: !leaderless, reserve }, toc, composition);
    strips.push(
      ...cards.map((strip, i) => (i === 0 ? { ...strip, gap: look.after, free: title === "" } : strip)),
    );
    return strips;
  }
  const setting = { leading: own.leading, reserve };
  if (entries.length === 0) {
    const none = wordsSet(
      NOTHING_LISTED[kindOf(node)],
      style,
      { measure: width, leading: own.leading },
      composition,
    );
    strips.push(...stripsOf(none, { x: 0, tag: { role: "P", parent: toc }, start: 0 }, composition));
  }
  for (const [i, entry] of entries.entries()) {
    const x = own.indent + (flush ? 0 : entry.depth * own.size * STEP);
    const text = wordsSet(
      entryWords(entry),
      style,
      { ...setting, measure: Math.max(width / 3, width - x) },
      composition,
    );
    const tag: Tag = { role: "TOCI", parent: toc };
    text.lines.forEach((line, n) =>
      strips.push({
        gap: n > 0 ? 0 : i === 0 ? look.after : Math.max(own.before, own.after),
        height: line.height,
        free: n === 0 && i > 0,
        start: 0,
        notes: NO_NOTES,
        content: {
          kind: "contents",
          text,
          line: n,
          x,
          width,
          to: entry.id,
          style,
          numbered,
          leader: !leaderless,
        },
        grounds: NO_GROUNDS,
        tag,
      }),
    );
  }
  return strips.map((strip, i) => (i === 0 ? { ...strip, free: true } : strip));
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
export function contentsKey(node: Node, { index }: Composition): string {
  if (optionsOf(node).cards)
    return listEntries(index, node)
      .map((entry) => `${entry.id} ${entryWords(entry)} ${JSON.stringify(cardOf(index, entry.id))}\n`)
      .join("");
  if (kindOf(node) !== "sections" || optionsOf(node).bookmarks || optionsOf(node).added)
    return listEntries(index, node)
      .map((entry) => `${entry.id} ${entry.depth} ${entryWords(entry)}\n`)
      .join("");
  const headings = index.placed.map(({ run }) => runKey(run)).join("");
  const numbers = index.numbers.size > 0 ? [...index.numbers.values()].join() : "";
  return `${node.attrs.from as number} ${headings} ${numbers}`;
}

function runKey(run: PlacedRun["run"]): string {
  let key = runKeys.get(run);
  if (key === undefined) {
    key = run.headings.map(({ id, level, name, short }) => `${id} ${level} ${short || name}\n`).join("");
    runKeys.set(run, key);
  }
  return key;
}
const runKeys = new WeakMap<PlacedRun["run"], string>();
