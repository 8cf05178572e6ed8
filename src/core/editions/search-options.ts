import type { Options } from "minisearch";

/** A section as readers search for it. */
export interface SearchedSection {
  readonly id: number;
  readonly title: string;
  readonly text: string;
  readonly href: string;
}

/** Letters and digits, capitals and accents aside: `Äste` and `aste` are one word. */
export function searchedWord(word: string): string {
  return PLAIN.test(word) ? word.toLowerCase() : word.normalize("NFKD").replace(/\p{M}/gu, "").toLowerCase();
}

const PLAIN = /^[\x20-\x7e]*$/;

const WORDS = /[\p{L}\p{M}\p{N}]+/gu;
/** Scripts that write no spaces between words are searched sign by sign. */
const UNSPACED = /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}]/u;

/** How an index is made and read: both must be the same. */
export const SEARCH: Options<SearchedSection> = {
  fields: ["title", "text"],
  storeFields: ["title", "href"],
  tokenize: (text) => {
    const words = text.match(WORDS) ?? [];
    return UNSPACED.test(text) ? words.flatMap((word) => (UNSPACED.test(word) ? [...word] : [word])) : words;
  },
  processTerm: (word) => searchedWord(word) || null,
};
