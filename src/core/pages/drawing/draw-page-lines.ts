import { contentsList } from "@/core/wayfinding";
import type { DestinationId, PageLine } from "@/core/document";
import { fontKey } from "../fonts/font-key";
import type { PageLayout } from "../page-layout";
import { widthOf } from "../text/measure";
import { colourOnPaper, type TextStyle } from "../text/text-style";
import type { DrawnTarget } from "./page-drawing";
import type { Pen } from "./pen";

const SIZE = 8.5;
const STYLE: TextStyle = {
  font: fontKey("sans", 400, false),
  size: SIZE,
  colour: colourOnPaper("quiet"),
  rise: 0,
  underline: false,
  strike: false,
  link: null,
  look: "underlined",
  code: false,
};

interface Part {
  readonly words: string;
  readonly target: DrawnTarget | null;
}

/** The lines above and below the text, with what is filled in on this page; what is too long for its third is cut short. */
export function drawPageLines(layout: PageLayout, number: number, pen: Pen): void {
  const { page: rule } = layout.index.sheet;
  if (number === 0 && !rule.onFirst) return;
  if (layout.pages[number]!.blank) return;
  const { margins, height } = layout.setup;
  drawPageLine(rule.header, Math.max(SIZE * 1.5, margins.top * 0.62), layout, number, pen);
  drawPageLine(rule.footer, height - Math.max(SIZE, margins.bottom * 0.5), layout, number, pen);
}

function drawPageLine(line: PageLine, y: number, layout: PageLayout, number: number, pen: Pen): void {
  const { margins, width } = layout.setup;
  const room = width - margins.left - margins.right;
  const filled = line.map((words) => partsOf(words, layout, number));
  const used = filled.filter((parts) => parts.length > 0).length;
  const each = filled[1]!.length > 0 ? room * (used > 1 ? 0.32 : 1) : room * (used > 1 ? 0.48 : 1);
  filled.forEach((parts, third) => {
    const fit = cutShort(parts, each, pen);
    const wide = fit.reduce((sum, { width: own }) => sum + own, 0);
    let x = margins.left + (third === 0 ? 0 : third === 1 ? (room - wide) / 2 : room - wide);
    for (const { words, target, width: own } of fit) {
      const box = { x, y: y - SIZE * 0.9, width: own, height: SIZE * 1.25 };
      const link = target ? pen.link(target, words, box, null, `line ${y} ${third} ${x}`) : -1;
      pen.draw({
        kind: "words",
        x,
        y,
        text: words,
        font: STYLE.font,
        size: SIZE,
        colour: STYLE.colour,
        extra: 0,
        width: own,
        rtl: false,
        shaped: false,
        missing: false,
        tag: null,
        link,
      });
      x += own;
    }
  });
}

const FIELD = /(\{(?:page|pages|title|section|contents)\})/;

function partsOf(words: string, layout: PageLayout, number: number): Part[] {
  const { index, labels } = layout;
  return words
    .split(FIELD)
    .map((part): Part => {
      switch (part) {
        case "{page}":
          return { words: labels.of(number), target: null };
        case "{pages}":
          return { words: String(labels.count - labels.front), target: null };
        case "{title}":
          return { words: index.doc.attrs.title as string, target: { kind: "top" } };
        case "{section}": {
          const heading = layout.sectionOf(number);
          if (!heading) return { words: "", target: null };
          return { words: heading.name, target: { kind: "destination", id: heading.id } };
        }
        case "{contents}": {
          const list = contentsList(index);
          if (!list) return { words: "", target: null };
          return {
            words: list.name || "Contents",
            target: { kind: "destination", id: list.id as DestinationId },
          };
        }
        default:
          return { words: part, target: null };
      }
    })
    .filter(({ words: own }) => own !== "");
}

function cutShort(parts: readonly Part[], room: number, pen: Pen): (Part & { width: number })[] {
  const fit: (Part & { width: number })[] = [];
  let left = room;
  for (const part of parts) {
    let { words } = part;
    const wide = (text: string) =>
      widthOf(text, { from: 0, to: text.length, style: STYLE, pos: -1 }, pen.resources);
    let width = wide(words);
    if (width > left) {
      const signs = [...words];
      while (signs.length > 0 && wide(`${signs.join("").trimEnd()}…`) > left) signs.pop();
      words = signs.length > 0 ? `${signs.join("").trimEnd()}…` : "";
      width = wide(words);
      if (words) fit.push({ ...part, words, width });
      break;
    }
    fit.push({ ...part, words, width });
    left -= width;
  }
  return fit;
}
