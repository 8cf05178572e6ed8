import { colourOnPaper } from "../text/text-style";
import { NOTE_RULE, partHeight, type Page } from "../paginate";
import type { PageLayout } from "../page-layout";
import { drawPageLines } from "./draw-page-lines";
import { drawStrip } from "./draw-strip";
import type { DrawnNote, DrawnStrip, PageDrawing } from "./page-drawing";
import { Pen } from "./pen";

/** Draws one page of a layout, counted from 0. */
export function drawPage(layout: PageLayout, number: number): PageDrawing {
  const page = layout.pages[number]!;
  const { setup } = layout;
  const pen = new Pen(layout.resources);
  const strips: DrawnStrip[] = [];
  if (!page.blank) drawStrips(page, layout, pen, strips);
  const notes = drawNotes(page, layout, pen);
  drawPageLines(layout, number, pen);
  return {
    width: setup.width,
    height: setup.height,
    label: layout.labels.of(number),
    items: pen.items,
    links: pen.drawnLinks,
    strips,
    notes,
  };
}

function drawStrips(page: Page, layout: PageLayout, pen: Pen, strips: DrawnStrip[]): void {
  const { margins } = layout.setup;
  const x = margins.left;
  let y = margins.top;
  let first = true;
  for (let flow = page.flow; flow <= page.endFlow && flow < layout.flows.length; flow++) {
    const own = layout.flows[flow]!;
    const from = flow === page.flow ? page.strip : 0;
    const to = flow === page.endFlow ? page.endStrip : own.strips.length;
    if (first && from > 0 && own.repeated && from >= own.repeated[1]) {
      pen.repeats = true;
      for (let i = own.repeated[0]; i < own.repeated[1]; i++) {
        drawStrip(own.strips[i]!, own.link, x, y, 0, layout, pen);
        y += own.strips[i]!.height;
      }
      pen.repeats = false;
    }
    for (let strip = from; strip < to; strip++) {
      const at = own.strips[strip]!;
      const gap =
        first || own.endsPage ? 0 : strip > 0 ? at.gap : Math.max(own.before, layout.flows[flow - 1]!.after);
      y += gap;
      drawStrip(at, own.link, x, y, strip > from ? gap : 0, layout, pen);
      strips.push({ flow, strip, y });
      y += at.height;
      first = false;
    }
  }
}

/** The notes stand at the foot of the page under a short line. */
function drawNotes(page: Page, layout: PageLayout, pen: Pen): DrawnNote[] {
  if (page.notes.length === 0) return [];
  const { margins, height } = layout.setup;
  let total = 0;
  for (const part of page.notes) total += partHeight(part);
  let y = height - margins.bottom - total;
  const line = y - NOTE_RULE / 2;
  pen.draw({
    kind: "stroke",
    x: margins.left,
    y: line,
    toX: margins.left + 72,
    toY: line,
    width: 0.5,
    colour: colourOnPaper("quiet"),
  });
  const drawn: DrawnNote[] = [];
  for (const { note, from, to } of page.notes) {
    if (from === 0) drawn.push({ id: note.id, y });
    for (let i = from; i < to; i++) {
      const strip = note.strips[i]!;
      if (i > from) y += strip.gap;
      drawStrip(strip, undefined, margins.left, y, 0, layout, pen);
      y += strip.height;
    }
  }
  return drawn;
}
