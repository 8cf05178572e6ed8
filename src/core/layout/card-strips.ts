import { cardOf, entryWords, type ContentsEntry } from "@/core/wayfinding";
import type { Composition } from "./composition";
import { heightOf, NO_GROUNDS, NO_NOTES, type CellPart, type NumberLook, type Strip, type Tag } from "./flow";
import { colourOnPaper } from "@/core/styles/colour-on-paper";
import { stripsOf } from "./text-strips";
import { sized, wordsSet } from "./set-words";

/** Between cards, in points. */
const GUTTER = 18;
/** A picture is as wide as its card, and no higher than this part of its width. */
const HIGHEST = 9 / 16;

/** The strips of a menu of cards: two side by side, each with the picture of its place, its name with the page's number, and its first words. */
export function cardStrips(
  entries: readonly ContentsEntry[],
  numbers: NumberLook,
  toc: Tag,
  composition: Composition,
): Strip[] {
  const width = (composition.width - GUTTER) / 2;
  const strips: Strip[] = [];
  for (let i = 0; i < entries.length; i += 2) {
    const cells = entries.slice(i, i + 2).map((entry, column): CellPart => ({
      x: column * (width + GUTTER),
      y: 0,
      width,
      strips: oneCard(entry, width, numbers, toc, composition),
    }));
    strips.push({
      gap: GUTTER,
      height: Math.max(...cells.map((cell) => heightOf(cell.strips))),
      free: true,
      start: 0,
      notes: NO_NOTES,
      content: { kind: "row", cells, line: 0, width: composition.width },
      grounds: NO_GROUNDS,
      tag: null,
    });
  }
  return strips;
}

function oneCard(
  entry: ContentsEntry,
  width: number,
  { numbered, leader, reserve }: NumberLook,
  toc: Tag,
  composition: Composition,
): Strip[] {
  const { sheet, resources, index } = composition;
  const own = sheet.styles.contents;
  const style = sized(own, composition);
  const card = cardOf(index, entry.id);
  const tag: Tag = { role: "TOCI", parent: toc };
  const strips: Strip[] = [];
  const pixels = card.picture ? resources.picture(card.picture) : null;
  if (card.picture && pixels && pixels.width > 0 && pixels.height > 0) {
    const scale = Math.min(width / pixels.width, (width * HIGHEST) / pixels.height);
    const size = { width: pixels.width * scale, height: pixels.height * scale };
    strips.push({
      gap: 0,
      height: size.height,
      free: false,
      start: 0,
      notes: NO_NOTES,
      content: { kind: "picture", name: card.picture, words: null, x: 0, ...size },
      grounds: NO_GROUNDS,
      tag: card.alt ? { role: "Figure", parent: tag, alt: card.alt } : null,
    });
  }
  const setting = { measure: width, leading: own.leading, reserve: numbered ? reserve : 0 };
  const name = wordsSet(entryWords(entry), style, setting, composition);
  name.lines.forEach(({ height }, line) =>
    strips.push({
      gap: line === 0 ? own.size * 0.5 : 0,
      height,
      free: false,
      start: 0,
      notes: NO_NOTES,
      content: { kind: "contents", text: name, line, x: 0, width, to: entry.id, style, numbered, leader },
      grounds: NO_GROUNDS,
      tag,
    }),
  );
  if (card.words) {
    const quiet = { ...sized(own, composition, 0.88), colour: colourOnPaper("quiet") };
    const words = wordsSet(card.words, quiet, { measure: width, leading: own.leading }, composition);
    strips.push(...stripsOf(words, { x: 0, tag: { role: "P", parent: tag }, start: 0 }, composition));
  }
  return strips;
}
