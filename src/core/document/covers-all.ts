import type { Mark, Node } from "prosemirror-model";

/** Whether something holds for all words of a block of text, spaces left aside; false for one without any. */
export function coversAll(block: Node, test: (marks: readonly Mark[]) => boolean): boolean {
  let words = false;
  for (const child of block.content.content) {
    if (!child.isText || child.text!.trim() === "") continue;
    if (!test(child.marks)) return false;
    words = true;
  }
  return words;
}
