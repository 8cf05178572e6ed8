import { isKind } from "@/core/document";
import type { Node } from "prosemirror-model";

/** A line of a paragraph: what stands between its line breaks. */
export interface Line {
  readonly text: string;
  /** Where it begins and ends, in the content of its block. */
  readonly from: number;
  readonly to: number;
}

/** The lines of a block of text, trimmed; those without words are left out. */
export function linesOf(block: Node): Line[] {
  const lines: Line[] = [];
  let text = "";
  let from = 0;
  const close = (to: number) => {
    if (text.trim() !== "") lines.push({ text: text.replace(/\s+/gu, " ").trim(), from, to });
    text = "";
  };
  block.forEach((child, offset) => {
    if (isKind(child, "hard_break")) {
      close(offset);
      from = offset + child.nodeSize;
    } else text += child.isText ? child.text : "";
  });
  close(block.content.size);
  return lines;
}
