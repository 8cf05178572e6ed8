import { partitionPoint } from "@/core/order";
import type { Box } from "./boxes";
import type { Edit } from "./edited-text";
import type { PageOutline } from "./page-outline";

/** On a table that only lays out a page. */
export const LAYS_OUT = "data-lays-out";

/** Marks the tables of a page that only lay it out: headings stand in their cells, and neither a cell nor a caption heads anything. */
export function layoutTables({ boxes, headings, tags }: PageOutline): Edit[] {
  if (headings.length === 0 || !boxes.some(({ tag }) => tag.name === "table")) return [];
  const innermost = (place: number): Box | null => {
    let box = boxes[partitionPoint(boxes.length, (i) => boxes[i]!.tag.at <= place) - 1] ?? null;
    while (box && (box.tag.name !== "table" || box.after <= place)) box = box.around;
    return box;
  };
  const holding = new Set(headings.flatMap(({ tag }) => innermost(tag.at) ?? []));
  if (holding.size === 0) return [];
  for (const tag of tags)
    if (tag.name === "th" || tag.name === "caption") {
      const table = innermost(tag.at);
      if (table) holding.delete(table);
    }
  return [...holding].map(({ tag }) => {
    const at = tag.at + "<table".length;
    return { at, end: at, text: ` ${LAYS_OUT}=""` };
  });
}
