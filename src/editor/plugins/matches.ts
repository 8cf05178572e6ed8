import { Plugin, PluginKey, type EditorState, type Transaction } from "prosemirror-state";
import { Mapping } from "prosemirror-transform";
import { Decoration } from "prosemirror-view";
import type { Occurrence } from "@/core/find";
import type { Sign } from "../drawing/drawn-signs";
import type { Range } from "./mapped-range";

/** What was found, at places of the version in which it was, and the one that was gone to. */
export interface Matches {
  readonly places: readonly Occurrence[];
  readonly current: number;
  /** How the document has changed since. */
  readonly since: Mapping;
}

const NONE: Matches = { places: [], current: -1, since: new Mapping() };
const key = new PluginKey<Matches>("matches");

/** Shows what was found; an empty list shows nothing. */
export function showMatches(tr: Transaction, places: readonly Occurrence[], current: number): Transaction {
  return tr.setMeta(key, { places, current }).setMeta("addToHistory", false);
}

export function matchesOf(state: EditorState): Matches {
  return key.getState(state) ?? NONE;
}

export function matchesPlugin(): Plugin {
  return new Plugin<Matches>({
    key,
    state: {
      init: () => NONE,
      apply(tr, matches) {
        const told = tr.getMeta(key) as Omit<Matches, "since"> | undefined;
        if (told) return { ...told, since: new Mapping() };
        if (!tr.docChanged || matches.places.length === 0) return matches;
        const since = new Mapping(matches.since.maps.slice());
        since.appendMapping(tr.mapping);
        return { ...matches, since };
      },
    },
  });
}

/** How far from what is in view matches are drawn. */
const AROUND = 12_000;

/** The matches in view and near to it, as they are to be drawn: there may be ten thousand. */
export function matchSigns(state: EditorState, inView: Range): Sign[] {
  const { places, current, since } = matchesOf(state);
  const signs: Sign[] = [];
  const at = (i: number) => since.map(places[i]!.from, 1);
  for (let i = firstFrom(places.length, at, inView.from - AROUND); i < places.length; i++) {
    const from = at(i);
    if (from > inView.to + AROUND) break;
    const to = since.map(places[i]!.to, -1);
    const name = i === current ? "match current" : "match";
    if (from < to)
      signs.push({
        key: name,
        from,
        to,
        draw: (start, end) => Decoration.inline(start, end, { class: name }),
      });
  }
  return signs;
}

/** The first of so many, in order, that stands at a position or after it. */
function firstFrom(count: number, at: (i: number) => number, pos: number): number {
  let low = 0;
  let high = count;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (at(middle) < pos) low = middle + 1;
    else high = middle;
  }
  return low;
}
