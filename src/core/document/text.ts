import { byKind, type ByInline } from "@/core/kinds";
import type { Node } from "prosemirror-model";
import { withoutHeaps } from "@/core/model/heaped-marks";

/**
 * The words of a node as one line: line breaks and block borders become one space, ends trimmed; at most as many
 * marks on a letter as any text needs. Notes are not part of it.
 */
export function lineOf(node: Node): string {
  let line = "";
  node.descendants((child) => {
    line += child.isBlock ? " " : byKind(WORDS, child);
    return child.isBlock;
  });
  return withoutHeaps(line.replace(/\s+/gu, " ").trim());
}

const nothing = () => "";

/** The words that something in a line has by itself. */
const WORDS: ByInline<[], string> = {
  text: (node) => node.text!,
  hard_break: () => " ",
  note_paragraph: () => " ",
  formula: (_node, { tex }) => tex,
  picture: nothing,
  note: nothing,
  cross_reference: nothing,
  computation: nothing,
  bookmark_point: nothing,
};

const WORD = /[\p{L}\p{N}\p{M}]+(?:['’.,-][\p{L}\p{N}\p{M}]+)*/gu;
const IDEOGRAPHS = /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}]/gu;

/** How many words a text has. Scripts that write no spaces between words count a sign as a word. */
export function countWords(text: string): number {
  if (/^[\x20-\x7e]*$/.test(text)) return countAsciiWords(text);
  const characters = text.match(IDEOGRAPHS)?.length ?? 0;
  const rest = characters > 0 ? text.replace(IDEOGRAPHS, " ") : text;
  return characters + (rest.match(WORD)?.length ?? 0);
}

/** The common case without regular expressions: a run between spaces is a word if it holds a letter or digit. */
function countAsciiWords(text: string): number {
  let count = 0;
  let inWord = false;
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    if (code === 32 || code === 47) inWord = false;
    else if (!inWord && isAsciiWordCharacter(code)) {
      inWord = true;
      count++;
    }
  }
  return count;
}

function isAsciiWordCharacter(code: number): boolean {
  return (code >= 97 && code <= 122) || (code >= 65 && code <= 90) || (code >= 48 && code <= 57);
}
