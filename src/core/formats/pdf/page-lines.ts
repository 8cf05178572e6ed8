import type { PDFPageProxy } from "pdfjs-dist/legacy/build/pdf.mjs";

/** A piece of text on a page, as it was read from the file; places are points from the upper left corner. */
interface Piece {
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

/** The lines of a page of a written file from the top down. */
export async function linesOf(page: PDFPageProxy): Promise<PageLine[]> {
  const height = page.view[3]!;
  const { items } = await page.getTextContent({ disableNormalization: true });
  const pieces: Piece[] = [];
  for (const item of items) {
    if (!("str" in item) || item.str.trim() === "") continue;
    const [, , c, d, x, y] = item.transform as [number, number, number, number, number, number];
    pieces.push({ text: item.str, x, width: item.width, baseline: height - y, size: Math.hypot(c, d) });
  }
  pieces.sort((a, b) => a.baseline - b.baseline || a.x - b.x);
  const lines: Piece[][] = [];
  for (const piece of pieces) {
    const last = lines.at(-1);
    // A raised sign belongs to the line below it.
    const most = last ? Math.max(piece.size, ...last.map(({ size }) => size)) : 0;
    if (last && piece.baseline - mainOf(last).baseline < most * 0.55) last.push(piece);
    else lines.push([piece]);
  }
  return lines.map((line) => {
    const sorted = line.sort((a, b) => a.x - b.x);
    return {
      baseline: mainOf(sorted).baseline,
      text: sorted.map(({ text }) => text).join(" "),
      pieces: sorted,
    };
  });
}

/** The piece on whose height a line stands: the widest of the largest letters. */
function mainOf(line: readonly Piece[]): Piece {
  return line.reduce((main, piece) =>
    piece.size > main.size || (piece.size === main.size && piece.width > main.width) ? piece : main,
  );
}
