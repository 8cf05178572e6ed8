import type { Node } from "prosemirror-model";
import { isKind, schema } from "@/core/document";

/** Signs that no document may hold: control signs other than tab and line end, and what is no character. */
const FORBIDDEN =
  /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;

/** Text without the signs that no document may hold. */
export function cleanText(text: string): string {
  return text.replace(FORBIDDEN, "");
}

/** Inline content without white space at its ends, adjacent text joined. */
export function trimmed(inline: readonly Node[]): Node[] {
  const merged = mergeText(inline);
  while (merged.length > 0) {
    const first = merged[0]!;
    if (!first.isText) break;
    const text = first.text!.replace(/^[ \t\n\r]+/, "");
    if (text === first.text) break;
    if (text === "") merged.shift();
    else merged[0] = schema.text(text, first.marks);
  }
  while (merged.length > 0) {
    const last = merged.at(-1)!;
    if (isKind(last, "hard_break")) {
      merged.pop();
      continue;
    }
    if (!last.isText) break;
    const text = last.text!.replace(/[ \t\n\r]+$/, "");
    if (text === last.text) break;
    if (text === "") merged.pop();
    else merged[merged.length - 1] = schema.text(text, last.marks);
  }
  return merged;
}

/** Inline content with adjacent text joined. */
export function mergeText(inline: readonly Node[]): Node[] {
  const merged: Node[] = [];
  for (const node of inline) {
    const last = merged.at(-1);
    if (last?.isText && node.isText && last.sameMarkup(node))
      merged[merged.length - 1] = schema.text(last.text! + node.text!, last.marks);
    else merged.push(node);
  }
  return merged;
}

/** Whether inline content holds no words, but pictures at most. */
export function onlyPictures(inline: readonly Node[]): boolean {
  return inline.every(isNoWord);
}

/** Whether something in a line is no word: a picture, a line end or white space. */
export function isNoWord(node: Node): boolean {
  return isKind(node, "picture", "hard_break") || (node.isText && node.text!.trim() === "");
}
