import { Plugin, PluginKey, type EditorState, type Transaction } from "prosemirror-state";
import { Decoration } from "prosemirror-view";
import type { Sign } from "../drawing/drawn-signs";

interface Place {
  readonly from: number;
  readonly to: number;
}

const key = new PluginKey<Place | null>("glow");

/** Lets a place glow once, to show where a jump landed; null ends it. */
export function glow(tr: Transaction, place: Place | null): Transaction {
  return tr.setMeta(key, { place }).setMeta("addToHistory", false);
}

export function glowPlugin(): Plugin {
  return new Plugin<Place | null>({
    key,
    state: {
      init: () => null,
      apply(tr, place) {
        const meta = tr.getMeta(key) as { place: Place | null } | undefined;
        if (meta) return meta.place;
        if (!place || !tr.docChanged) return place;
        const from = tr.mapping.map(place.from, 1);
        const to = tr.mapping.map(place.to, -1);
        return from < to ? { from, to } : null;
      },
    },
  });
}

/** The glow as it is to be drawn. */
export function glowSigns(state: EditorState): Sign[] {
  const place = key.getState(state);
  if (!place || place.from >= place.to) return [];
  const { from, to } = place;
  const node = state.doc.nodeAt(from);
  const whole = node?.isBlock && from + node.nodeSize === to;
  const attrs = { class: "glow" };
  return [
    {
      key: "glow",
      from,
      to,
      draw: (start, end) =>
        whole ? Decoration.node(start, end, attrs) : Decoration.inline(start, end, attrs),
    },
  ];
}
