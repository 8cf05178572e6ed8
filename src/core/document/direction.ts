import type { Node } from "prosemirror-model";
import { asMark, settingsOf } from "@/core/kinds";
import { directionOf, type Direction } from "@/core/model/language";
import { coversAll } from "./covers-all";

/** Letters that are read from right to left. */
export const RIGHT_TO_LEFT = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc]/;
const RIGHT_TO_LEFT_LETTERS = /(?=\p{L})[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc]/gu;
const LETTERS = /\p{L}/gu;

/**
 * How words are read that stand in a document: as most of their letters are, and where they have none, as the document is. A word of
 * another script at the beginning turns nothing round.
 */
export function directionOfWords(words: string, document: Direction): Direction {
  const any = RIGHT_TO_LEFT.test(words);
  if (document === "ltr" && !any) return "ltr";
  const letters = words.match(LETTERS)?.length ?? 0;
  const rtl = any ? (words.match(RIGHT_TO_LEFT_LETTERS)?.length ?? 0) : 0;
  if (2 * rtl === letters) return document;
  return 2 * rtl > letters ? "rtl" : "ltr";
}

/** How a document is read as a whole: as its language is. */
export function documentDirection(doc: Node): Direction {
  return directionOf(settingsOf(doc).language);
}

/** How a block is read: as the language that all of its words are marked with is, else as its letters are. */
export function blockDirection(block: Node, document: Direction): Direction {
  let marked: string | null = null;
  const whole =
    block.isTextblock &&
    coversAll(block, (marks) => {
      const language = marks.map((mark) => asMark(mark, "language")?.language).find(Boolean) ?? null;
      marked ??= language;
      return language !== null && language === marked;
    });
  return whole && marked !== null ? directionOf(marked) : directionOfWords(block.textContent, document);
}
