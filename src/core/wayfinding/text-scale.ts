import type { Node } from "prosemirror-model";
import { asKind, isKind } from "@/core/document";
import { kept } from "@/core/kept";
import { partitionPoint } from "@/core/order";

/** Where positions stand on pages or screens. */
export interface PageScale {
  /** The page of a position, counted from 0, with the part of the page above it. */
  pageOf(pos: number): number;
}

/** How much of a text stands on something, where nobody lays it out: lines of so many letters, so many of them one below the other. */
interface Sheet {
  readonly letters: number;
  readonly lines: number;
}

/** A page of A4 with the margins and the letters of a new document. */
const PAGE: Sheet = { letters: 88, lines: 44 };
/** What a reader sees of an exported page in a window of 1280 by 800. */
const SCREEN: Sheet = { letters: 72, lines: 26 };
/** What stands in a block except for its lines, in lines: space above and below, pictures, frames. */
const PICTURE = 12;
const SPACE = 0.6;

/** Where positions stand on pages, estimated from the text alone. */
export const estimatedPages = kept((doc: Node): PageScale => scaleOf(doc, PAGE));
/** Where positions stand on screens of 1280 by 800. */
export const estimatedScreens = kept((doc: Node): PageScale => scaleOf(doc, SCREEN));

function scaleOf(doc: Node, sheet: Sheet): PageScale {
  const starts = new Float64Array(doc.childCount + 1);
  const above = new Float64Array(doc.childCount + 1);
  let [pos, lines] = [0, 0];
  doc.forEach((block, _pos, i) => {
    starts[i] = pos;
    above[i] = lines;
    pos += block.nodeSize;
    lines += sheet === PAGE ? linesOnPage(block) : linesOnScreen(block);
  });
  starts[doc.childCount] = pos;
  above[doc.childCount] = lines;
  return {
    pageOf(place) {
      const i = Math.max(0, partitionPoint(starts.length, (n) => starts[n]! <= place) - 1);
      const size = (starts[i + 1] ?? pos) - starts[i]!;
      const part = size > 0 ? (place - starts[i]!) / size : 0;
      return (above[i]! + part * ((above[i + 1] ?? lines) - above[i]!)) / sheet.lines;
    },
  };
}

const linesOnPage = kept((block: Node) => linesOf(block, PAGE.letters));
const linesOnScreen = kept((block: Node) => linesOf(block, SCREEN.letters));

/** The lines a block takes, in lines of the body. */
function linesOf(block: Node, letters: number): number {
  if (isKind(block, "code_block"))
    return (
      block.textContent
        .split("\n")
        .reduce((sum, line) => sum + Math.max(1, Math.ceil(line.length / letters)), 0) *
        0.85 +
      2 * SPACE
    );
  if (isKind(block, "heading")) return headingLines(block, letters);
  if (isKind(block, "figure")) return PICTURE + linesOfText(block, letters) + 2 * SPACE;
  if (isKind(block, "equation", "rule")) return 3;
  if (isKind(block, "page_break", "contents_list")) return 1;
  if (block.isTextblock) return linesOfText(block, letters) + SPACE;
  if (isKind(block, "table")) return tableLines(block, letters);
  let sum = SPACE;
  block.forEach(
    (child) =>
      void (sum += linesOf(child, Math.max(20, letters - 4)) - (block.childCount > 1 ? SPACE / 2 : 0)),
  );
  return sum;
}

function headingLines(heading: Node, letters: number): number {
  const { level } = asKind(heading, "heading")!;
  const size = level === 1 ? 2 : level === 2 ? 1.5 : 1.2;
  return linesOfText(heading, letters / size) * size + 1.5;
}

function linesOfText(block: Node, letters: number): number {
  let lines = Math.max(1, Math.ceil(block.content.size / letters));
  block.forEach((child) => {
    if (isKind(child, "hard_break")) lines += 0.5;
  });
  return lines;
}

function tableLines(table: Node, letters: number): number {
  let sum = 2 * SPACE;
  table.lastChild?.forEach((row) => {
    const each = Math.max(8, letters / Math.max(1, row.childCount));
    let most = 1;
    row.forEach((cell) => {
      let inCell = 0;
      cell.forEach((child) => void (inCell += linesOf(child, each) - SPACE / 2));
      most = Math.max(most, inCell);
    });
    sum += most + 0.5;
  });
  return sum;
}
