import type { Node } from "prosemirror-model";
import { asKind, cellOf, type BlockLook, type GridCell } from "@/core/document";
import type { Composition } from "./composition";
import { widthOf } from "./text/measure";
import { PIXEL, textSource } from "./text/text-source";

/** A column is at least so many times the size of its words wide where a picture stands in it. */
const MIN_PICTURE = 6;

/**
 * Widths of a table's columns in points. Those that the author chose keep their proportion; others get the room that their words
 * need, as CSS 2.2 (17.5.2.2) proposes: never less than the longest word while there is room for all of those.
 */
export function columnWidths(
  cells: readonly GridCell[],
  columns: number,
  width: number,
  padding: number,
  look: BlockLook,
  composition: Composition,
): Float64Array {
  const least = new Float64Array(columns).fill(padding + look.size * 1.5);
  const most = new Float64Array(columns).fill(padding + look.size * 1.5);
  const chosen = new Float64Array(columns);
  // Notes are counted when the cells are set.
  const apart = { ...composition, notes: { foot: 0, end: 0 } };
  for (const cell of cells) {
    const given = cellOf(cell.node).colwidth;
    given?.forEach((pixels, i) => {
      if (pixels) chosen[cell.column + i] = pixels * 0.75;
    });
    if (cell.colSpan > 1) continue;
    const wanted = wantedBy(cell.node, look, apart);
    least[cell.column] = Math.max(least[cell.column]!, wanted.least + padding);
    most[cell.column] = Math.max(most[cell.column]!, wanted.most + padding);
  }
  for (let i = 0; i < columns; i++) if (chosen[i]! > 0) least[i] = most[i] = chosen[i]!;
  const sum = (values: Float64Array) => values.reduce((all, value) => all + value, 0);
  const leastSum = sum(least);
  const mostSum = sum(most);
  // Too narrow for all: what there is is parted in proportion to what each needs.
  if (leastSum >= width) return least.map((value) => (value / leastSum) * width);
  if (mostSum <= width) return most.map((value) => (value / mostSum) * width);
  const share = (width - leastSum) / (mostSum - leastSum);
  return least.map((value, i) => value + (most[i]! - value) * share);
}

/** The widths of a cell's longest word and of its longest paragraph. */
function wantedBy(cell: Node, look: BlockLook, composition: Composition): { least: number; most: number } {
  let least = 0;
  let most = 0;
  cell.descendants((node) => {
    if (!node.isTextblock) return true;
    const pixels = pictureSize(node, composition);
    if (pixels) {
      most = Math.max(most, pixels);
      least = Math.max(least, Math.min(pixels, look.size * MIN_PICTURE));
    }
    const { text, spans } = textSource(node, 0, look, composition);
    let line = 0;
    let word = 0;
    for (const span of spans)
      for (let at = span.from; at < span.to;) {
        const space = isSpace(text, at);
        let to = at + 1;
        while (to < span.to && isSpace(text, to) === space) to++;
        const width = widthOf(text.slice(at, to), span, composition.resources);
        line += width;
        word = space ? 0 : word + width;
        // A single word of the width of the page may be parted anywhere.
        least = Math.max(least, Math.min(word, look.size * 16));
        at = to;
      }
    most = Math.max(most, line);
    return false;
  });
  return { least: least + 1, most: most + 1 };
}

/** The own width of a figure's picture, in points; null for other blocks, and where it is not known. */
function pictureSize(node: Node, { resources }: Composition): number | null {
  const picture = asKind(node, "figure")?.picture;
  const size = picture ? resources.picture(picture) : null;
  return size ? size.width * PIXEL : null;
}

function isSpace(text: string, at: number): boolean {
  const code = text.charCodeAt(at);
  return code <= 0x20 || (code >= 0x80 && /\s/.test(text[at]!));
}
