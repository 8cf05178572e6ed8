import { NodeSelection, Plugin, PluginKey, type EditorState, type Transaction } from "prosemirror-state";
import { Mapping } from "prosemirror-transform";
import { Decoration } from "prosemirror-view";
import { isKind } from "@/core/document";
import type { Occurrence } from "@/core/find";
import { partitionPoint } from "@/core/order";
import type { BlockDecoration } from "./block-decoration";
import { mappedRange, type Range } from "./mapped-range";

interface Matches {
  /** What was found, in order, at places of the version in which it was. */
  readonly places: readonly Occurrence[];
  /** How the document has changed since. */
  readonly since: Mapping;
  /** What was chosen when finding began, as it now is. */
  readonly chosen: Range | null;
}

const NONE: Matches = { places: [], since: new Mapping(), chosen: null };
const key = new PluginKey<Matches>("matches");

/** Shows what was found; an empty list shows nothing. */
export function showMatches(tr: Transaction, places: readonly Occurrence[]): Transaction {
  return tr.setMeta(key, { places, since: new Mapping() }).setMeta("addToHistory", false);
}

/** Remembers what is chosen as where may be looked, while the text changes; nothing with an empty selection. */
export function beginFinding(tr: Transaction): Transaction {
  const { from, to, empty } = tr.selection;
  return tr.setMeta(key, { chosen: empty ? null : { from, to } }).setMeta("addToHistory", false);
}

function matchesOf(state: EditorState): Matches {
  return key.getState(state) ?? NONE;
}

/** What was found, at places of the version in which it was; the same list as long as nothing else is found. */
export function foundPlaces(state: EditorState): readonly Occurrence[] {
  return matchesOf(state).places;
}

/** What was chosen when finding began, as it now is; null where nothing was, or nothing of it is left. */
export function findingIn(state: EditorState): Range | null {
  return matchesOf(state).chosen;
}

/** Where a match stands now, by its number; null where its letters are others by now. */
export function matchAt(state: EditorState, i: number): Occurrence | null {
  const { places, since } = matchesOf(state);
  const place = places[i];
  if (!place) return null;
  const from = since.map(place.from, 1);
  const to = since.map(place.to, -1);
  return to - from === place.to - place.from ? { from, to } : null;
}

/** The number of the match that is chosen, or -1. */
export function chosenMatch(state: EditorState): number {
  const { selection } = state;
  const { from, to } = selection;
  const i = firstMatchFrom(state, from);
  const place = matchAt(state, i);
  if (!place) return -1;
  const isNote = selection instanceof NodeSelection && isKind(selection.node, "note");
  return (isNote ? place.to < to : place.from === from && place.to === to) ? i : -1;
}

/** The number of the first match that begins at a position or after it; as many as there are where none does. */
export function firstMatchFrom(state: EditorState, pos: number): number {
  const { places, since } = matchesOf(state);
  return partitionPoint(places.length, (i) => since.map(places[i]!.from, 1) < pos);
}

export function matchesPlugin(): Plugin {
  return new Plugin<Matches>({
    key,
    state: {
      init: () => NONE,
      apply(tr, before) {
        const change: Partial<Matches> | undefined = tr.getMeta(key);
        const matches = { ...before, ...change };
        if (!tr.docChanged) return change ? matches : before;
        const since = new Mapping(matches.since.maps.slice());
        since.appendMapping(tr.mapping);
        return { ...matches, since, chosen: matches.chosen && mappedRange(tr, matches.chosen) };
      },
    },
  });
}

/** How far from what is in view matches are drawn. */
const AROUND = 12_000;

/** The matches in view and near to it, as they are drawn: there may be ten thousand. */
export function matchDecorations(state: EditorState, inView: Range): BlockDecoration[] {
  const count = foundPlaces(state).length;
  if (count === 0) return [];
  const decorations: BlockDecoration[] = [];
  const chosen = chosenMatch(state);
  for (let i = firstMatchFrom(state, inView.from - AROUND); i < count; i++) {
    const place = matchAt(state, i);
    if (!place) continue;
    if (place.from > inView.to + AROUND) break;
    const name = i === chosen ? "match current" : "match";
    const $from = state.doc.resolve(place.from);
    if (isKind($from.parent, "note"))
      // Its words are not drawn in the text; its sign is.
      decorations.push({
        key: name,
        from: $from.before(),
        to: $from.after(),
        draw: (from, to) => Decoration.node(from, to, { class: name }),
      });
    else
      decorations.push({
        key: name,
        from: place.from,
        to: place.to,
        draw: (from, to) => Decoration.inline(from, to, { class: name }),
      });
  }
  return decorations;
}
