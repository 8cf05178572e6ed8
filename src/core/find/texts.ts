import { kept } from "@/core/kept";
import type { Node } from "prosemirror-model";
import { isKind, schema } from "@/core/document";

/** A text of a document that goes on without a border: a paragraph, a heading, a cell, a caption. */
export interface TextRun {
  readonly text: string;
  /** Where its text begins in the document. */
  readonly start: number;
}

/** Where is looked. */
export type Scope =
  | { readonly kind: "all" }
  | { readonly kind: "range"; readonly from: number; readonly to: number }
  | { readonly kind: "headings" }
  | { readonly kind: "links" };

/** Stands for whatever in a text is no letter, so that letters keep their places. */
const NO_TEXT = "\ufffc";

/** The texts of a document in which is looked. */
export function textsOf(doc: Node, scope: Scope): TextRun[] {
  const texts: TextRun[] = [];
  doc.forEach((block, pos) => {
    if (scope.kind === "headings" && !isKind(block, "heading")) return;
    if (scope.kind === "range" && (pos >= scope.to || pos + block.nodeSize <= scope.from)) return;
    for (const { text, start } of textsIn(block)) texts.push({ text, start: pos + start });
  });
  return texts;
}

/** Whether a stretch of the document lies where is looked. */
export function isWithin(doc: Node, { from, to }: { from: number; to: number }, scope: Scope): boolean {
  if (scope.kind === "range") return from >= scope.from && to <= scope.to;
  return scope.kind !== "links" || doc.rangeHasMark(from, to, schema.marks.link);
}

/** The texts of one block, with where each begins from the beginning of the block; most stay the same from one version to the next. */
export const textsIn = kept((block: Node): readonly TextRun[] => {
  const found: TextRun[] = [];
  const add = (node: Node, start: number) => {
    let text = "";
    node.forEach((child, offset) => {
      // The words of a note are a text of their own; in the line stands its sign.
      if (isKind(child, "note")) add(child, start + offset + 1);
      text += child.isText ? child.text! : NO_TEXT.repeat(child.nodeSize);
    });
    found.push({ text, start });
  };
  if (block.isTextblock) add(block, 1);
  else
    block.descendants((node, offset) => {
      if (node.isTextblock) add(node, offset + 2);
      return !node.isTextblock;
    });
  return found;
});
