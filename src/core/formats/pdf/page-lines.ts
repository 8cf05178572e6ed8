import type { PDFPageProxy } from "pdfjs-dist/legacy/build/pdf.mjs";
import type { ColumnPlace } from "./named-places";

/** A piece of text on a page, as it was read from the file; places are points from the upper left corner. */
export interface Piece {
  readonly text: string;
  readonly x: number;
  readonly width: number;
  /** Where its letters stand. */
  readonly baseline: number;
  readonly size: number;
}

/** A line of a page, its pieces from left to right. */
export interface PageLine {
  readonly baseline: number;
  readonly text: string;
  readonly pieces: readonly Piece[];
}

/** The pieces of text on a page of a written file. */
export async function piecesOf(page: PDFPageProxy): Promise<Piece[]> {
  const height = page.view[3]!;
  const { items } = await page.getTextContent({ disableNormalization: true });
  const pieces: Piece[] = [];
  for (const item of items) {
    if (!("str" in item) || item.str.trim() === "") continue;
    const [, , c = 0, d = 0, x = 0, y = 0]: number[] = item.transform;
    pieces.push({ text: item.str, x, width: item.width, baseline: height - y, size: Math.hypot(c, d) });
  }
  return pieces;
}

/** The lines that pieces stand in, from the top down. Those of columns beside each other have to be asked for one by one. */
export function linesOf(pieces: readonly Piece[]): PageLine[] {
  const lines: Piece[][] = [];
  for (const piece of [...pieces].sort((a, b) => a.baseline - b.baseline || a.x - b.x)) {
    const last = lines.at(-1);
    // A raised sign belongs to the line below it.
    const most = last ? Math.max(piece.size, ...last.map(({ size }) => size)) : 0;
    if (last && piece.baseline - mainOf(last).baseline < most * 0.55) last.push(piece);
    else lines.push([piece]);
  }
  return lines.map((line) => lineOf(line.sort((a, b) => a.x - b.x)));
}

/** Which pieces begin in a column. */
export function piecesWithin({ x, width }: ColumnPlace, pieces: readonly Piece[]): Piece[] {
  return pieces.filter((piece) => piece.x >= x - 1 && piece.x < x + width);
}

function lineOf(pieces: readonly Piece[]): PageLine {
  return {
    baseline: mainOf(pieces).baseline,
    text: pieces.map(({ text }) => text).join(" "),
    pieces,
  };
}

/** The piece on whose height a line stands: the widest of the largest letters. */
function mainOf(line: readonly Piece[]): Piece {
  return line.reduce((main, piece) =>
    piece.size > main.size || (piece.size === main.size && piece.width > main.width) ? piece : main,
  );
}
