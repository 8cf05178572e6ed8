import { kept } from "@/core/kept";
import type { Node } from "prosemirror-model";
import { asKind, markAmong } from "@/core/document";

/** A place that has a style which an author made. */
export interface StyleUse {
  readonly style: string;
  readonly from: number;
  readonly to: number;
}

const NONE: readonly StyleUse[] = [];

/** The uses within a block, by positions from its start; kept with the block, since it is asked for with every change. */
const usesWithin = kept((block: Node): readonly StyleUse[] => {
  const uses: StyleUse[] = [];
  const look = (node: Node, from: number) => {
    const to = from + node.nodeSize;
    const paragraph = asKind(node, "paragraph");
    if (paragraph?.style) uses.push({ style: paragraph.style, from, to });
    const words = markAmong(node.marks, "word_style");
    if (!words) return;
    // Words that follow each other are one place, whatever else they carry.
    const last = uses.at(-1);
    if (last?.style === words.style && last.to === from) uses[uses.length - 1] = { ...last, to };
    else uses.push({ style: words.style, from, to });
  };
  look(block, 0);
  block.descendants((node, pos) => look(node, pos + 1));
  return uses.length === 0 ? NONE : uses;
});

/** Where a style that an author made is used, in order of place. */
export function usesOfStyle(doc: Node, style: string): StyleUse[] {
  const uses: StyleUse[] = [];
  doc.forEach((block, pos) => {
    for (const use of usesWithin(block))
      if (use.style === style) uses.push({ style, from: pos + use.from, to: pos + use.to });
  });
  return uses;
}
