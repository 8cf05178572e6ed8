import type { Node } from "prosemirror-model";
import { isKind } from "@/core/document";
import type { DocumentIndex } from "./document-index";

/** What an author can step through; pages, matches and findings come from elsewhere. */
export const STOP_KINDS = [
  "heading",
  "bookmark",
  "figure",
  "table",
  "equation",
  "notice",
  "note",
  "link",
] as const;
export type StopKind = (typeof STOP_KINDS)[number];

/** A place to stop at. */
export interface Stop {
  readonly from: number;
  readonly to: number;
}

/** All places of a kind, in order. */
export function stopsOf(index: DocumentIndex, kind: StopKind): readonly Stop[] {
  const stop = ({ pos, end }: { pos: number; end: number }) => ({ from: pos, to: end });
  switch (kind) {
    case "heading":
      return index.headings.map(stop);
    case "bookmark":
      return index.bookmarks.map(stop);
    case "figure":
      return index.figures.map(stop);
    case "table":
      return index.tables.map(stop);
    case "equation":
      return [...index.equations.map(stop), ...formulas(index.doc)].sort((a, b) => a.from - b.from);
    case "notice":
      return index.notices.map(stop);
    case "note":
      return index.notes;
    case "link":
      return index.links;
  }
}

/** The first stop after a position, or the last before it; its number from 0, or -1 where there is none. */
export function nextStop(stops: readonly Stop[], pos: number, direction: 1 | -1): number {
  if (direction === 1) return stops.findIndex(({ from }) => from > pos);
  for (let i = stops.length - 1; i >= 0; i--) if (stops[i]!.from < pos) return i;
  return -1;
}

function formulas(doc: Node): Stop[] {
  const found: Stop[] = [];
  doc.descendants((node, pos) => {
    if (isKind(node, "formula")) found.push({ from: pos, to: pos + node.nodeSize });
  });
  return found;
}
