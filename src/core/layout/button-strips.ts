import { entryWords, type ContentsEntry } from "@/core/wayfinding";
import type { Composition } from "./composition";
import { NO_GROUNDS, NO_NOTES, type CellPart, type NumberLook, type Strip, type Tag } from "./flow";
import { sized, wordsSet } from "./set-words";

/** Between buttons, and from the border of one to its words, in parts of the words' size. */
const GUTTER = 0.7;
const PADDING = { across: 0.8, down: 0.35 };

/** The strips of a menu of buttons, each as wide as its words: as many beside each other as there is room for, or one below the other. */
export function buttonStrips(
  entries: readonly ContentsEntry[],
  { stacked, numbered, reserve }: NumberLook & { readonly stacked: boolean },
  toc: Tag,
  composition: Composition,
): Strip[] {
  const { sheet, width: room } = composition;
  const own = sheet.styles.contents;
  const style = sized(own, composition);
  const [across, down, gutter] = [PADDING.across, PADDING.down, GUTTER].map((part) => part * own.size);
  const beside = 2 * across! + (numbered ? reserve : 0);
  const rows: CellPart[][] = [];
  let at = 0;
  for (const entry of entries) {
    const setting = { leading: own.leading, measure: Math.max(own.size, room - beside) };
    const text = wordsSet(entryWords(entry), style, setting, composition);
    const width = Math.min(room, Math.max(...text.lines.map((line) => line.width)) + beside);
    const height = text.lines.reduce((sum, line) => sum + line.height, 0) + 2 * down!;
    const button: Strip = {
      gap: 0,
      height,
      free: true,
      start: 0,
      notes: NO_NOTES,
      content: {
        kind: "button",
        text,
        x: 0,
        width,
        across: across!,
        down: down!,
        to: entry.id,
        style,
        numbered,
      },
      grounds: NO_GROUNDS,
      tag: { role: "TOCI", parent: toc },
    };
    if (rows.length === 0 || stacked || at + width > room) {
      rows.push([]);
      at = 0;
    }
    rows.at(-1)!.push({ x: at, y: 0, width, strips: [button] });
    at += width + gutter!;
  }
  return rows.map((cells): Strip => ({
    gap: gutter!,
    height: Math.max(...cells.map(({ strips }) => strips[0]!.height)),
    free: true,
    start: 0,
    notes: NO_NOTES,
    content: { kind: "row", cells, line: 0, width: room },
    grounds: NO_GROUNDS,
    tag: null,
  }));
}
