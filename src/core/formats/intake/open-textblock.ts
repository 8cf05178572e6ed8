import type { Node } from "prosemirror-model";
import type { NodeAttributes } from "@/core/document";
import { isNoWord } from "./inline-content";
import type { NamedAnchor } from "./named-places";

export type TextblockKind = "paragraph" | "heading" | "code_block" | "term" | "notice_title" | "caption";

/** What a reader may say of a block of text. */
export type TextAttributes = Partial<
  NodeAttributes["heading"] & NodeAttributes["code_block"] & NodeAttributes["paragraph"]
>;

/** A block of text that is open, with what was met in it. */
export interface OpenTextblock {
  readonly kind: TextblockKind;
  attributes: TextAttributes;
  inline: Node[];
  /** How much at its beginning was found to hold no word. */
  wordless: number;
  anchors: NamedAnchor[];
  /** Opened by text that stood outside any block. */
  readonly implied: boolean;
}

/** Whether no word was met in a block of text so far. What was looked at is not looked at again. */
export function holdsNoWord(block: OpenTextblock): boolean {
  while (block.wordless < block.inline.length && isNoWord(block.inline[block.wordless]!)) block.wordless++;
  return block.wordless >= block.inline.length;
}
