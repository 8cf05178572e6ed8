import { columnWidth, documentDirection, type Paper } from "@/core/document";
import { colourOnPaper } from "@/core/styles/colour-on-paper";
import { NOTE_RULE, partHeight, type Column } from "../paginate";
import type { PageLayout } from "../page-layout";
import { drawPageLines } from "./draw-page-lines";
import { drawStrip } from "./draw-strip";
import type { DrawnNote, DrawnStrip, PageDrawing } from "./page-drawing";
import { Pen } from "./pen";

/** Draws one page of a layout, counted from 0. */
export function drawPage(layout: PageLayout, number: number): PageDrawing {
  const page = layout.pages[number]!;
  const paper = layout.paperOf(number);
  const pen = new Pen(layout.resources);
  const strips: DrawnStrip[] = [];
  const notes: DrawnNote[] = [];
  const step = columnWidth(paper) + (paper.columns?.gap ?? 0);
  // Columns run from the right if words do, and what stands within them is mirrored.
  const mirror = documentDirection(layout.index.doc) === "rtl" ? columnWidth(paper) : null;
  page.columns.forEach((column, i) => {
    const at = mirror === null ? i : (paper.columns?.count ?? 1) - 1 - i;
    const corner = { x: paper.margins.left + at * step, y: paper.margins.top };
    strips.push(...drawStrips(column, corner, mirror, layout, pen));
    notes.push(...drawNotes(column, corner.x, mirror, paper, layout, pen));
  });
  drawPageLines(layout, number, pen);
  return {
    width: paper.width,
    height: paper.height,
    label: layout.labels.of(number),
    items: pen.items,
    links: pen.drawnLinks,
    strips,
    notes,
  };
}

/** Draws the strips of a column, from its upper left corner on. */
function drawStrips(
  column: Column,
  corner: { x: number; y: number },
  mirror: number | null,
  layout: PageLayout,
  pen: Pen,
): DrawnStrip[] {
  const strips: DrawnStrip[] = [];
  const { x } = corner;
  let { y } = corner;
  let first = true;
  for (let flow = column.flow; flow <= column.endFlow && flow < layout.flows.length; flow++) {
    const own = layout.flows[flow]!;
    const from = flow === column.flow ? column.strip : 0;
    const to = flow === column.endFlow ? column.endStrip : own.strips.length;
    if (first && from > 0 && own.repeated && from >= own.repeated[1]) {
      pen.repeats = true;
      for (let i = own.repeated[0]; i < own.repeated[1]; i++) {
        drawStrip(own.strips[i]!, own.link, { x, y, mirror }, 0, layout, pen);
        y += own.strips[i]!.height;
      }
      pen.repeats = false;
    }
    for (let strip = from; strip < to; strip++) {
      const at = own.strips[strip]!;
      const gap =
        first || own.endsPage ? 0 : strip > 0 ? at.gap : Math.max(own.before, layout.flows[flow - 1]!.after);
      y += gap;
      drawStrip(at, own.link, { x, y, mirror }, strip > from ? gap : 0, layout, pen);
      strips.push({ flow, strip, x, y });
      y += at.height;
      first = false;
    }
  }
  return strips;
}

/** The notes stand at the foot of their column under a short line. */
function drawNotes(
  { notes }: Column,
  x: number,
  mirror: number | null,
  { margins, height }: Paper,
  layout: PageLayout,
  pen: Pen,
): DrawnNote[] {
  if (notes.length === 0) return [];
  let total = 0;
  for (const part of notes) total += partHeight(part);
  let y = height - margins.bottom - total;
  const line = y - NOTE_RULE / 2;
  pen.draw({
    kind: "stroke",
    x: mirror === null ? x : x + mirror - 72,
    y: line,
    toX: mirror === null ? x + 72 : x + mirror,
    toY: line,
    width: 0.5,
    colour: colourOnPaper("quiet"),
  });
  const drawn: DrawnNote[] = [];
  for (const { note, from, to } of notes) {
    if (from === 0) drawn.push({ id: note.id, x, y });
    for (let i = from; i < to; i++) {
      const strip = note.strips[i]!;
      if (i > from) y += strip.gap;
      drawStrip(strip, undefined, { x, y, mirror }, 0, layout, pen);
      y += strip.height;
    }
  }
  return drawn;
}
