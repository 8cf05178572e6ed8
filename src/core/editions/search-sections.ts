import MiniSearch, { type Query, type SearchOptions, type SearchResult } from "minisearch";
import { SEARCH, searchedWord, type SearchedSection } from "./search-options";

/** All words, as they are spelled; the last may still be being typed. */
const ASKED: SearchOptions = { prefix: true, boost: { title: 4 }, combineWith: "AND" };
/** The same, with one wrong letter forgiven from four letters on. */
const ALIKE: SearchOptions = { ...ASKED, fuzzy: (word) => (word.length >= 4 ? 1 : false) };

/** From so many letters on words are found within longer ones, and so many of those are looked at. */
const [LEAST_WITHIN, MAX_WITHIN] = [4, 40];

/** A section that was found, with the words in it that are meant. */
export type FoundSection = Pick<SearchedSection, "title" | "href"> & { readonly terms: readonly string[] };

/** The sections of an edition as they are searched. */
export class SectionSearch {
  private readonly index: MiniSearch<SearchedSection>;
  private readonly words: readonly string[];

  /** @param json What {@link searchIndex} made. */
  constructor(json: string) {
    const read = JSON.parse(json) as Parameters<typeof MiniSearch.loadJS>[0];
    this.words = (read as unknown as { index: [string, unknown][] }).index.map(([word]) => word);
    this.index = MiniSearch.loadJS<SearchedSection>(read, SEARCH);
  }

  /** What holds some words: first as they are spelled, then within longer words, then with a wrong letter. */
  find(words: string, most: number): { count: number; results: FoundSection[] } {
    const found = new Map<unknown, SearchResult>();
    for (const [query, options] of [
      [words, ASKED],
      [this.withinOthers(words), ASKED],
      [words, ALIKE],
    ] as const) {
      if (found.size >= most || query === null) continue;
      for (const result of this.index.search(query, options))
        if (!found.has(result.id)) found.set(result.id, result);
    }
    const results = [...found.values()].slice(0, most).map(({ title, href, terms }) => ({
      title: title as string,
      href: href as string,
      terms,
    }));
    return { count: found.size, results };
  }

  /** Each word or any that holds it; null where that is nothing else than the words. */
  private withinOthers(words: string): Query | null {
    let others = 0;
    const queries = SEARCH.tokenize!(words).map((word): Query => {
      const sought = searchedWord(word);
      const longer =
        sought.length < LEAST_WITHIN
          ? []
          : this.words.filter((one) => one.indexOf(sought) > 0).slice(0, MAX_WITHIN);
      others += longer.length;
      return {
        combineWith: "OR",
        queries: [word, ...longer.map((one) => ({ queries: [one], prefix: false }))],
      };
    });
    return others === 0 ? null : { combineWith: "AND", queries };
  }
}
