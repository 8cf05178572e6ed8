import type { Node } from "prosemirror-model";
import { documentTitle, pageLineParts, type PageLine, type Paper } from "@/core/document";
import { entryWords, inBrief, listEntries, placedMenus, wayHomeOfPages } from "@/core/wayfinding";
import type { PageLayout } from "../page-layout";
import { PAGE_LINE_STYLE, pageLineWidth } from "../page-line-words";
import { setOnOneLine } from "../text/set-text";
import { plainSource } from "../text/text-source";
import { drawLine } from "./draw-line";
import type { DrawnTarget } from "./page-drawing";
import type { Pen } from "./pen";

const { size: SIZE } = PAGE_LINE_STYLE;

interface Part {
  readonly words: string;
  readonly target: DrawnTarget | null;
}
interface SizedPart extends Part {
  readonly width: number;
}

/**
 * The lines above and below the text, with what is filled in on this page; what is too long for its third is cut short. Menus that stand there are
 * nearer to the text, each in a line of its own.
 */
export function drawPageLines(layout: PageLayout, number: number, pen: Pen): void {
  const lines = layout.linesOf(number);
  if (!lines || layout.pages[number]!.blank) return;
  const paper = layout.paperOf(number);
  const { margins, height } = paper;
  const header = Math.max(SIZE * 1.5, margins.top * 0.62);
  const footer = height - Math.max(SIZE, margins.bottom * 0.5);
  for (const [at, y, step] of [
    ["header", header, MENU_STEP],
    ["footer", footer, -MENU_STEP],
  ] as const) {
    drawPageLine(lines[at], y, layout, number, pen);
    const first = lines[at].every((words) => words === "") ? y : y + step;
    placedMenus(layout.index, at).forEach((menu, i) =>
      drawMenuLine(menu, first + step * i, paper, layout, pen),
    );
  }
}

/** From one line above or below the text to the next. */
const MENU_STEP = SIZE * 1.7;
/** Between the entries of a menu, with room on both sides. */
const SEPARATOR = "·";
const SEPARATOR_ROOM = SIZE * 0.8;

/**
 * The entries of a menu in the middle of a line. Where they are too long together they go without the word that stands
 * before the number of most of them, as “Chapter”, and the longest are cut short.
 */
function drawMenuLine(menu: Node, y: number, { margins, width }: Paper, layout: PageLayout, pen: Pen): void {
  const entries = listEntries(layout.index, menu);
  if (entries.length === 0) return;
  const room = width - margins.left - margins.right;
  const space: SizedPart = { words: "", target: null, width: SEPARATOR_ROOM };
  const separator = { words: SEPARATOR, target: null, width: pageLineWidth(SEPARATOR, pen.resources) };
  const between = 2 * SEPARATOR_ROOM + separator.width;
  const forWords = room - between * (entries.length - 1);
  const roomEach = (words: readonly string[]) =>
    sharedRoom(
      words.map((text) => pageLineWidth(text, pen.resources)),
      forWords,
    );
  const whole = entries.map(entryWords);
  const words = roomEach(whole) < Infinity ? withoutSharedLabel(whole) : whole;
  const each = roomEach(words);
  const parts = entries.flatMap(({ id }, i): SizedPart[] => {
    const target: DrawnTarget = { kind: "destination", id };
    const own = cutShort([{ words: words[i]!, target }], each, pen);
    return i === 0 ? own : [space, separator, space, ...own];
  });
  const used = parts.reduce((sum, { width: own }) => sum + own, 0);
  drawParts(parts, margins.left + (room - used) / 2, y, `menu ${y}`, pen);
}

/** Entries without the word with which most of them begin, as in “Chapter 3”. */
function withoutSharedLabel(entries: readonly string[]): readonly string[] {
  const first = entries.map((words) => /^\p{L}+\s+(?=\p{N})/u.exec(words)?.[0] ?? "");
  const times = (word: string) => first.filter((one) => one === word).length;
  return entries.map((words, i) =>
    first[i] !== "" && times(first[i]!) * 2 > entries.length ? words.slice(first[i]!.length) : words,
  );
}

/** The width that no word may go beyond so that all fit into a room; beyond all bounds where they fit as they are. */
function sharedRoom(widths: readonly number[], room: number): number {
  let left = room;
  const rising = [...widths].sort((a, b) => a - b);
  for (const [i, width] of rising.entries()) {
    const share = left / (rising.length - i);
    if (width > share) return share;
    left -= width;
  }
  return Infinity;
}

function drawPageLine(line: PageLine, y: number, layout: PageLayout, number: number, pen: Pen): void {
  const { margins, width } = layout.paperOf(number);
  const room = width - margins.left - margins.right;
  const filled = line.map((words) => partsOf(words, layout, number));
  const used = filled.filter((parts) => parts.length > 0).length;
  const each = filled[1]!.length > 0 ? room * (used > 1 ? 0.32 : 1) : room * (used > 1 ? 0.48 : 1);
  filled.forEach((parts, third) => {
    const fit = cutShort(parts, each, pen);
    const filledWidth = fit.reduce((sum, { width: own }) => sum + own, 0);
    const x = margins.left + (third === 0 ? 0 : third === 1 ? (room - filledWidth) / 2 : room - filledWidth);
    drawParts(fit, x, y, `line ${y} ${third}`, pen);
  });
}

/** Draws words one after the other; those of one `line` that lead nowhere part the links. */
function drawParts(parts: readonly SizedPart[], from: number, y: number, line: string, pen: Pen): void {
  let x = from;
  for (const { words, target, width } of parts) {
    if (words !== "") {
      const text = setOnOneLine(plainSource(words, PAGE_LINE_STYLE), width, SIZE);
      drawLine(text, 0, x, y, null, pen, target, `${line} ${x}`);
    }
    x += width;
  }
}

function partsOf(words: string, layout: PageLayout, number: number): Part[] {
  const { index, labels } = layout;
  return pageLineParts(words)
    .map((part): Part => {
      switch (part) {
        case "{page}":
          return { words: labels.of(number), target: null };
        case "{pages}":
          return { words: String(labels.lastNumber(number)), target: null };
        case "{title}":
          return { words: documentTitle(index.doc), target: { kind: "top" } };
        case "{section}": {
          const heading = layout.sectionOf(number);
          if (!heading) return { words: "", target: null };
          return { words: inBrief(heading), target: { kind: "destination", id: heading.id } };
        }
        case "{contents}": {
          return wayHomeOfPages(index) ?? { words: "", target: null };
        }
        default:
          return { words: part, target: null };
      }
    })
    .filter(({ words: own }) => own !== "");
}

function cutShort(parts: readonly Part[], room: number, pen: Pen): SizedPart[] {
  const fit: SizedPart[] = [];
  let left = room;
  for (const part of parts) {
    let { words } = part;
    let width = pageLineWidth(words, pen.resources);
    if (width > left) {
      const characters = [...words];
      while (
        characters.length > 0 &&
        pageLineWidth(`${characters.join("").trimEnd()}…`, pen.resources) > left
      )
        characters.pop();
      words = characters.length > 0 ? `${characters.join("").trimEnd()}…` : "";
      width = pageLineWidth(words, pen.resources);
      if (words) fit.push({ ...part, words, width });
      break;
    }
    fit.push({ ...part, words, width });
    left -= width;
  }
  return fit;
}
