import { searchedWord } from "@/core/editions/search-options";

/** A place in a text at which a word stands. */
export interface WordPlace {
  readonly node: Text;
  readonly from: number;
  readonly to: number;
}

const WORDS = /[\p{L}\p{M}\p{N}]+/gu;

/** Where any of some words stand in what follows an element, to the next heading or the end. */
export function* placesOf(
  terms: readonly string[],
  after: Element,
  within: Element,
): Generator<WordPlace, void> {
  const wanted = new Set(terms);
  const walker = document.createTreeWalker(within, NodeFilter.SHOW_TEXT);
  walker.currentNode = after;
  let started = after.matches(HEADING) ? after : null;
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const around = node.parentElement?.closest(HEADING) ?? null;
    if (around && around !== started) {
      if (started || around !== after) return;
      started = around;
    }
    for (const match of (node as Text).data.matchAll(WORDS)) {
      const word = searchedWord(match[0]);
      if (wanted.has(word) || [...wanted].some((term) => term.length === 1 && word.includes(term)))
        yield { node: node as Text, from: match.index, to: match.index + match[0].length };
    }
  }
}

const HEADING = "h1, h2, h3, h4, h5, h6";
/** How many letters are shown on each side of a word. */
const AROUND = 70;

/** The words around a place, and the word itself. */
export function wordsAround({
  node,
  from,
  to,
}: WordPlace): readonly [before: string, word: string, after: string] {
  const { data } = node;
  const start = Math.max(from - AROUND, 0);
  const before = (start > 0 ? "… " : "") + data.slice(start, from).replace(/^\S+\s/, start > 0 ? "" : "$&");
  return [
    before,
    data.slice(from, to),
    data.slice(to, to + AROUND) + (to + AROUND < data.length ? " …" : ""),
  ];
}
