import type { ResolvedPos } from "prosemirror-model";
import type { ChosenRange } from "./chosen-ranges";

const LETTER = /[\p{L}\p{N}\p{M}'’-]/u;
/** Stands for whatever in a text is no letter, so that letters keep their places. */
const NO_TEXT = "\ufffc";

/** The word in which a position stands; null between words. */
export function wordAt($pos: ResolvedPos): (ChosenRange & { readonly text: string }) | null {
  const { parent, parentOffset } = $pos;
  if (!parent.inlineContent) return null;
  let text = "";
  parent.forEach((child) => {
    text += child.isText ? child.text! : NO_TEXT.repeat(child.nodeSize);
  });
  let from = parentOffset;
  let to = parentOffset;
  while (from > 0 && LETTER.test(text[from - 1]!)) from--;
  while (to < text.length && LETTER.test(text[to]!)) to++;
  const start = $pos.start();
  return from === to ? null : { from: start + from, to: start + to, text: text.slice(from, to) };
}
