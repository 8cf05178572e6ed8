import type { Node } from "prosemirror-model";
import { asKind, asMark } from "@/core/document";

/** A place that has a style which an author made. */
export interface StyleUse {
  readonly style: string;
  readonly from: number;
  readonly to: number;
}

const NONE: readonly StyleUse[] = [];
const known = new WeakMap<Node, readonly StyleUse[]>();

/** The uses within a block, by positions from its start; kept with the block, since it is asked for with every change. */
function usesWithin(block: Node): readonly StyleUse[] {
  const before = known.get(block);
  if (before) return before;
  const uses: StyleUse[] = [];
  const look = (node: Node, pos: number) => {
    const paragraph = asKind(node, "paragraph");
    if (paragraph?.style) uses.push({ style: paragraph.style, from: pos, to: pos + node.nodeSize });
    for (const mark of node.marks) {
      const words = asMark(mark, "word_style");
      if (words) uses.push({ style: words.style, from: pos, to: pos + node.nodeSize });
    }
  };
  look(block, 0);
  block.descendants((node, pos) => look(node, pos + 1));
  const all = uses.length === 0 ? NONE : joined(uses);
  known.set(block, all);
  return all;
}

/** Words of one style that follow each other are one place, whatever else they carry. */
function joined(uses: readonly StyleUse[]): StyleUse[] {
  const all: StyleUse[] = [];
  for (const use of uses) {
    const last = all.at(-1);
    if (last?.style === use.style && last.to === use.from && use.to - use.from < last.to)
      all[all.length - 1] = { ...last, to: use.to };
    else all.push(use);
  }
  return all;
}

/** Where a style that an author made is used, in order of place. */
export function usesOfStyle(doc: Node, style: string): StyleUse[] {
  const uses: StyleUse[] = [];
  doc.forEach((block, pos) => {
    for (const use of usesWithin(block))
      if (use.style === style) uses.push({ style, from: pos + use.from, to: pos + use.to });
  });
  return uses;
}
