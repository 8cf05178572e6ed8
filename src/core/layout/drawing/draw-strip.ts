import { ICON_BOX, ICON_LINE, NOTICE_ICONS } from "@/core/model/notice-icon";
import type { ButtonContent, Flow, IconGround, Strip, Tag } from "../flow";
import type { PageLayout } from "../page-layout";
import { widthOf } from "../text/measure";
import type { SetText } from "../text/set-text";
import { colourOnPaper } from "@/core/styles/colour-on-paper";
import type { TextStyle } from "../text/text-style";
import { BUTTON, drawLine, keyOf, LINK_LINE } from "./draw-line";
import type { DrawnTarget } from "./page-drawing";
import type { Pen } from "./pen";

const OVERLAP = 0.3;

/** Where a strip is drawn: its top, the left edge of its block, and the block's width where all in it is mirrored, else null. */
export interface StripPlace {
  readonly x: number;
  readonly y: number;
  readonly mirror: number | null;
}

/**
 * Draws a strip; `above` is the space over it that its grounds cover. `link`: where all words of the block lead. Places are counted
 * from where lines begin: mirrored they are counted from the right, as words are read then.
 */
export function drawStrip(
  strip: Strip,
  link: Flow["link"],
  place: StripPlace,
  above: number,
  layout: PageLayout,
  pen: Pen,
): void {
  const { x, y, mirror } = place;
  const left = (inset: number, width: number) => leftOf(place, inset, width);
  for (const ground of strip.grounds)
    if (ground.kind === "icon") drawIcon(ground, left(ground.x, ground.width) - ground.x, y, pen);
    else {
      const over = ground.first ? 0 : above;
      pen.draw({
        kind: "fill",
        x: left(ground.x, ground.width),
        y: y - over,
        width: ground.width,
        // A little over the next strip, so that no light shows between them.
        height: strip.height + over + OVERLAP,
        colour: ground.colour,
      });
    }
  const { content } = strip;
  switch (content.kind) {
    case "text":
      drawLine(
        content.text,
        content.line,
        left(content.x, content.text.setting.measure),
        y + content.y,
        strip.tag,
        pen,
        link ? drawnLink(link, layout) : null,
        `return ${y}`,
      );
      break;
    case "marked": {
      const first = content.text.lines[0]!;
      const own = content.marker.lines[0]!;
      const { size } = content.marker.setting;
      const { measure } = content.text.setting;
      const words = left(content.x, measure);
      const bar = mirror === null ? words - own.width - size * 0.45 : words + measure + size * 0.45;
      drawLine(
        content.marker,
        0,
        atLeft(content.marker, bar),
        y + first.baseline - own.baseline,
        content.markerTag,
        pen,
      );
      if (content.ticked) drawTick(bar, y + first.baseline, own.width, size, pen);
      drawLine(content.text, content.line, words, y + content.y, strip.tag, pen);
      break;
    }
    case "contents":
      drawContentsLine(strip, place, layout, pen);
      break;
    case "button":
      drawButton(content, strip, place, layout, pen);
      break;
    case "row":
      for (const cell of content.cells) {
        let at = y + cell.y;
        cell.strips.forEach((own, i) => {
          const gap = i > 0 ? own.gap : 0;
          at += gap;
          const within = { x: left(cell.x, cell.width), y: at, mirror: mirror === null ? null : cell.width };
          drawStrip(own, link, within, gap, layout, pen);
          at += own.height;
        });
      }
      if (content.line > 0)
        pen.draw({
          kind: "stroke",
          x: left(0, content.width),
          y: y + strip.height,
          toX: left(0, content.width) + content.width,
          toY: y + strip.height,
          width: content.line,
          colour: colourOnPaper(content.line > 1 ? "hemp" : "line"),
        });
      break;
    case "picture":
      if (content.name)
        pen.draw({
          kind: "picture",
          name: content.name,
          x: left(content.x, content.width),
          y,
          width: content.width,
          height: content.height,
          tag: strip.tag,
          link: -1,
        });
      else if (content.words) {
        frame(left(content.x, content.width), y, content.width, content.height, pen);
        const height = content.words.lines.reduce((sum, line) => sum + line.height, 0);
        let at = y + Math.max(2, (content.height - height) / 2);
        content.words.lines.forEach((line, i) => {
          drawLine(content.words!, i, left(content.x, content.width) + 12, at, strip.tag, pen);
          at += line.height;
        });
      }
      break;
    case "equation":
      {
        const outlines = pen.resources.equation(content.tex, true);
        if (outlines && outlines !== "faulty")
          pen.draw({
            kind: "shapes",
            tex: content.tex,
            display: true,
            x: x + content.x,
            y: y + content.baseline,
            size: content.size,
            colour: content.colour,
            outlines,
            tag: strip.tag,
            link: -1,
          });
      }
      if (content.label) {
        const line = content.label.lines[0]!;
        const at = mirror === null ? x + content.label.setting.measure - line.width : x;
        drawLine(
          content.label,
          0,
          atLeft(content.label, at),
          y + content.baseline - line.baseline,
          strip.tag,
          pen,
        );
      }
      break;
    case "rule":
      pen.draw({
        kind: "stroke",
        x: left(content.x, content.width),
        y: y + content.y,
        toX: left(content.x, content.width) + content.width,
        toY: y + content.y,
        width: 0.75,
        colour: colourOnPaper("line"),
      });
      break;
    case "empty":
  }
}

/** The left edge of what is so far in and so wide. */
function leftOf({ x, mirror }: StripPlace, inset: number, width: number): number {
  return mirror === null ? x + inset : x + mirror - inset - width;
}

/** Where a text of one line begins whose words are to stand at a place, whichever edge of its measure they lean on. */
function atLeft({ rtl, setting, lines }: SetText, x: number): number {
  return rtl ? x - (setting.measure - lines[0]!.width) : x;
}

/** A tick in a box that stands on a base line. */
function drawTick(x: number, baseline: number, width: number, size: number, pen: Pen): void {
  const colour = colourOnPaper("tide");
  const [left, middle, right] = [x + width * 0.22, x + width * 0.42, x + width * 0.9];
  const [from, low, high] = [baseline - size * 0.32, baseline - size * 0.12, baseline - size * 0.68];
  pen.draw({ kind: "stroke", x: left, y: from, toX: middle, toY: low, width: size * 0.11, colour });
  pen.draw({ kind: "stroke", x: middle, y: low, toX: right, toY: high, width: size * 0.11, colour });
}

function drawIcon(
  { notice, x: inset, y: below, width, colour }: IconGround,
  x: number,
  y: number,
  pen: Pen,
): void {
  const { lines, dot } = NOTICE_ICONS[notice];
  const scale = width / ICON_BOX;
  const at = ([px, py]: readonly [number, number]) => ({
    x: x + inset + px * scale,
    y: y + below + py * scale,
  });
  for (const line of lines)
    for (let i = 1; i < line.length; i++) {
      const to = at(line[i]!);
      pen.draw({
        kind: "stroke",
        ...at(line[i - 1]!),
        toX: to.x,
        toY: to.y,
        width: ICON_LINE * scale,
        colour,
      });
    }
  if (!dot) return;
  const side = 2 * scale;
  const middle = at(dot);
  pen.draw({
    kind: "fill",
    x: middle.x - side / 2,
    y: middle.y - side / 2,
    width: side,
    height: side,
    colour,
  });
}

function drawnLink(link: NonNullable<Flow["link"]>, layout: PageLayout): DrawnTarget {
  return link.kind === "line" ? { ...link, page: layout.placeOfLine(link.of)?.page ?? 0 } : link;
}

function frame(x: number, y: number, width: number, height: number, pen: Pen): void {
  const colour = colourOnPaper("quiet");
  const stroke = (fromX: number, fromY: number, toX: number, toY: number) =>
    pen.draw({ kind: "stroke", x: fromX, y: fromY, toX, toY, width: 0.5, colour, dotted: true });
  stroke(x, y, x + width, y);
  stroke(x, y + height, x + width, y + height);
  stroke(x, y, x, y + height);
  stroke(x + width, y, x + width, y + height);
}

/** All of a button is the link. */
function drawButton(
  { text, x: inset, width, across, down, to, style, numbered }: ButtonContent,
  { height, tag }: Strip,
  place: StripPlace,
  layout: PageLayout,
  pen: Pen,
): void {
  const { y, mirror } = place;
  const box = { x: leftOf(place, inset, width), y, width, height };
  const [right, bottom] = [box.x + width, y + height];
  pen.draw({ kind: "fill", ...box, colour: BUTTON });
  const colour = LINK_LINE;
  for (const [fromX, fromY, toX, toY] of [
    [box.x, y, right, y],
    [box.x, bottom, right, bottom],
    [box.x, y, box.x, bottom],
    [right, y, right, bottom],
  ] as const)
    pen.draw({ kind: "stroke", x: fromX, y: fromY, toX, toY, width: 0.75, colour });
  const target = { kind: "destination" as const, id: to };
  const key = `button ${keyOf(text)}`;
  pen.link(target, "", box, tag, key);
  let at = y + down;
  text.lines.forEach((line, i) => {
    drawLine(text, i, box.x + across, at, tag, pen, target, key);
    at += line.height;
  });
  if (!numbered) return;
  const last = text.lines.at(-1)!;
  const number = layout.labelOf(to) ?? "";
  const linked = pen.link(target, ` ${number}`, box, tag, key, Infinity);
  const wide = widthOf(number, { from: 0, to: number.length, style, pos: -1 }, pen.resources);
  const end = mirror === null ? right - across : box.x + across + wide;
  drawNumber(number, end, at - last.height + last.baseline, style, tag, linked, pen);
}

/** The last line of an entry has dots to the page's number; all of it is the link. */
function drawContentsLine(strip: Strip, place: StripPlace, layout: PageLayout, pen: Pen): void {
  if (strip.content.kind !== "contents") return;
  const { text, line, x: inset, width, to, style, numbered, leader } = strip.content;
  const own = text.lines[line]!;
  const target = { kind: "destination" as const, id: to };
  // The same place may come next in another list.
  const key = `contents ${keyOf(text)}`;
  const { x, y, mirror } = place;
  // Its last line ends where the dots begin, also where its words are read the other way than the document.
  const leans = mirror !== null && !text.rtl;
  const left = leans ? leftOf(place, inset, own.width) : leftOf(place, inset, text.setting.measure);
  drawLine(text, line, left, y, strip.tag, pen, target, key);
  if (line < text.lines.length - 1 || !numbered) return;
  const number = layout.labelOf(to) ?? "";
  const span = { from: 0, to: number.length, style, pos: -1 };
  const wide = widthOf(number, span, pen.resources);
  const base = y + own.baseline;
  const end = mirror === null ? x + inset + own.width : x + mirror - inset - own.width;
  const dots =
    mirror === null ? { from: end + 5, to: x + width - wide - 5 } : { from: x + wide + 5, to: end - 5 };
  if (leader && dots.to - dots.from > 8)
    pen.draw({
      kind: "stroke",
      x: dots.from,
      y: base - 0.6,
      toX: dots.to,
      toY: base - 0.6,
      width: 0.8,
      colour: colourOnPaper("quiet"),
      dotted: true,
    });
  // The leader belongs to the link too: all of the line can be clicked.
  const from = mirror === null ? end : x;
  const box = {
    x: from,
    y: base - style.size * 0.85,
    width: mirror === null ? x + width - end : end - x,
    height: style.size * 1.12,
  };
  const linked = pen.link(target, ` ${number}`, box, strip.tag, key, Infinity);
  drawNumber(number, mirror === null ? x + width : x + wide, base, style, strip.tag, linked, pen);
}

/** The number of a page, which ends at `right` on a base line. */
function drawNumber(
  number: string,
  right: number,
  base: number,
  style: TextStyle,
  tag: Tag | null,
  link: number,
  pen: Pen,
): void {
  const wide = widthOf(number, { from: 0, to: number.length, style, pos: -1 }, pen.resources);
  pen.draw({
    kind: "words",
    x: right - wide,
    y: base,
    text: number,
    font: style.font,
    size: style.size,
    colour: style.colour,
    extra: 0,
    width: wide,
    rtl: false,
    shaped: false,
    missing: false,
    tag,
    link,
  });
}
