import type { FinderEntry } from "@/components/finder";
import type { DocumentIndex, Stop } from "@/core/index";
import type { ListedPlace } from "@/core/library";
import type { Session } from "@/editor";
import { outsideEntries } from "./outside-entries";
import type { ChooseTarget } from "./place-picker";
import { libraryEntries } from "./library-entries";

/** Words that should lead somewhere, and where they stand. */
export interface WordsToLead extends Stop {
  readonly text: string;
}

const MAX_ALIKE = 4;

/**
 * What is called like words that should lead somewhere: an address that they are, places of the document, places of others. Where
 * something was taken along only what is called just so.
 */
export function alikeEntries(
  like: WordsToLead,
  {
    index,
    elsewhere,
    placesOf,
    onTarget,
    recentTargets: pocket,
  }: {
    readonly index: DocumentIndex;
    readonly elsewhere: readonly ListedPlace[];
    readonly placesOf: (sought: string, except: ReadonlySet<string>) => readonly FinderEntry[];
    readonly onTarget: ChooseTarget | null;
    readonly recentTargets: Pick<Session["recentTargets"], "recent" | "elsewhere">;
  },
): FinderEntry[] {
  const wanted = like.text.trim().toLowerCase();
  if (wanted === "") return [];
  const taken = pocket.recent.length + pocket.elsewhere.length > 0;
  const fits = ({ name }: { readonly name: string }) => !taken || name.trim().toLowerCase() === wanted;
  // Nobody wants to be led to where the words stand themselves.
  const around = index.bookmarks.filter(({ pos, end }) => pos < like.to && end > like.from);
  const unfit = [...around, ...(taken ? index.destinations.filter((place) => !fits(place)) : [])];
  const places = placesOf(like.text, new Set(unfit.map(({ id }): string => id)));
  const found = [
    ...(onTarget ? outsideEntries(like.text, index, onTarget) : []),
    ...places.slice(0, MAX_ALIKE),
    ...(onTarget ? libraryEntries(elsewhere.filter(fits), onTarget).slice(0, MAX_ALIKE) : []),
  ];
  return found.map((entry) => ({ ...entry, key: `like ${entry.key}`, group: "Same name as the words" }));
}
