import type { JumpPlace } from "@/core/editions/jump-places";
import { searchedWord } from "@/core/editions/search-options";

/**
 * The places whose names hold some words, those that begin with them first. A number is also that of a printed page: the last place that begins on it or
 * before it.
 */
export function nameMatches(places: readonly JumpPlace[], words: string, most: number): JumpPlace[] {
  const sought = searchedWord(words);
  const ranked = places
    .map((place) => ({ place, rank: rankOf(searchedWord(place.n), sought) }))
    .filter(({ rank }) => rank > 0)
    .sort((a, b) => b.rank - a.rank)
    .slice(0, most)
    .map(({ place }) => place);
  const printed = onPage(places, words);
  return printed && !ranked.includes(printed) ? [...ranked.slice(0, most - 1), printed] : ranked;
}

function rankOf(name: string, sought: string): number {
  const at = name.indexOf(sought);
  if (at < 0) return 0;
  if (at === 0) return 3;
  return /[\p{L}\p{N}]/u.test(name[at - 1]!) ? 1 : 2;
}

function onPage(places: readonly JumpPlace[], words: string): JumpPlace | null {
  const asked = /^\d{1,5}$/.test(words) ? Number(words) : null;
  if (asked === null) return null;
  const before = places.filter(({ p }) => p !== undefined && /^\d+$/.test(p) && Number(p) <= asked);
  const last = before.at(-1);
  // What begins far before it does not reach so far.
  return last && places.some(({ p }) => Number(p) >= asked) ? last : null;
}
