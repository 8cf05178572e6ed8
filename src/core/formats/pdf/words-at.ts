import type { Box } from "@/core/layout";
import { goesOtherWay, lettersOf, type FirstWords } from "../first-words";
import type { PageLine } from "./page-lines";

/** Points by which letters may stand outside of the box of their link. */
const ABOVE = 0.5;
/** Of the size of its letters, how much of a line has to stand below a place for it to be read there: a lowered sign may hang down from the line above. */
const BELOW = 0.3;
/** A raised sign lies above the line it belongs to, by less than so many points. */
const REACH = 12;
/** How many letters may stand before a heading's words: its number, “Appendix B”. */
const LABEL = 14;
/** Fewer letters at the end of a line tell nothing, and fewer somewhere below. */
const FEWEST = 3;
const FEWEST_BELOW = 5;
/** As many letters of a text are compared. */
const COMPARED = 24;

/** Whether the first words of a destination are read at a height of a page, points from its upper edge. */
export function standsAt(begins: FirstWords, y: number, lines: readonly PageLine[]): boolean {
  const below = lines.filter(
    ({ baseline, pieces }) => baseline - BELOW * Math.max(...pieces.map(({ size }) => size)) >= y,
  );
  if (readsOtherWay(below.slice(0, 4))) return true;
  const wanted = lettersOf(begins.words).slice(0, COMPARED);
  const first = letters(below[0]);
  const text = below
    .slice(0, begins.where === "below" ? undefined : 4)
    .map(letters)
    .join("");
  const at = text.indexOf(wanted);
  if (begins.where === "below") return at >= 0 || below.some((line) => beginsInPiece(wanted, line));
  const last = begins.where === "first" ? Math.min(LABEL, first.length - 1) : first.length - 1;
  if (at >= 0 && at <= last) return true;
  // They go on where the line, or the page, ends.
  for (let from = 0; from <= last; from++) {
    const rest = first.slice(from);
    if (rest.length >= Math.min(FEWEST, wanted.length) && wanted.startsWith(rest)) return true;
  }
  return false;
}

/** Whether a piece of a line ends within the words, as in a cell too narrow for them. */
function beginsInPiece(wanted: string, { pieces }: PageLine): boolean {
  return pieces.some(({ text }) => {
    const read = lettersOf(text);
    return read.length >= FEWEST_BELOW && wanted.startsWith(read);
  });
}

/** Whether the words of a link are read where its boxes lie. */
export function liesOn(words: string, boxes: readonly Box[], lines: readonly PageLine[]): boolean {
  const wanted = lettersOf(words);
  // A picture, or signs that are no letters.
  if (wanted === "" || goesOtherWay(words)) return true;
  const [top, bottom] = [
    Math.min(...boxes.map(({ y }) => y)),
    Math.max(...boxes.map(({ y, height }) => y + height)),
  ];
  if (readsOtherWay(lines.filter(({ baseline }) => baseline >= top - ABOVE && baseline <= bottom + REACH)))
    return true;
  const read = joined(boxes)
    .map((box) => lettersIn(box, lines))
    .join("");
  if (read !== "" && wanted.startsWith(read)) return true;
  for (let length = Math.min(wanted.length, COMPARED); length > 0; length--)
    if (read.includes(wanted.slice(0, length))) return length >= Math.min(FEWEST, wanted.length);
  return false;
}

/** Boxes that follow each other on a line, as where a raised sign stands before words, as one: what lies between them is read once. */
function joined(boxes: readonly Box[]): Box[] {
  const all: Box[] = [];
  for (const box of boxes) {
    const last = all.at(-1);
    const sameLine = last && last.y < box.y + box.height && box.y < last.y + last.height;
    if (!last || !sameLine || Math.abs(last.x + last.width - box.x) > 1) all.push(box);
    else {
      const y = Math.min(last.y, box.y);
      const bottom = Math.max(last.y + last.height, box.y + box.height);
      all[all.length - 1] = { x: last.x, y, width: box.x + box.width - last.x, height: bottom - y };
    }
  }
  return all;
}

function lettersIn(box: Box, lines: readonly PageLine[]): string {
  return lettersOf(
    lines
      .flatMap(({ pieces }) => pieces)
      // A raised sign stands by itself.
      .filter(({ baseline }) => baseline >= box.y - ABOVE && baseline <= box.y + box.height + ABOVE)
      // Letters that stand close beside the box are another's, as in narrow cells.
      .filter(({ x, width }) => x < box.x + box.width && x + width > box.x)
      .map(({ text, x, width }) => {
        // Letters of a piece are taken to be equally wide; a few of them more at each side make up for that.
        const each = width / text.length || 1;
        const slack = 2 + text.length * 0.12;
        const from = Math.floor((box.x - x) / each - slack);
        const to = Math.ceil((box.x + box.width - x) / each + slack);
        return to <= 0 || from >= text.length ? "" : text.slice(Math.max(0, from), to);
      })
      .join(""),
  );
}

/** Whether some of the lines are written from right to left, in which also words of other scripts stand in another order. */
function readsOtherWay(lines: readonly PageLine[]): boolean {
  return lines.some(({ text }) => goesOtherWay(text));
}

function letters(line: PageLine | undefined): string {
  return lettersOf(line?.text ?? "");
}
