import { Plugin, PluginKey, type EditorState, type Transaction } from "prosemirror-state";
import { Decoration } from "prosemirror-view";
import type { BlockDecoration } from "./block-decoration";
import { mappedRange, type Range } from "./mapped-range";

const key = new PluginKey<Range | null>("glow");

/** Lets a place glow once, to show where a jump landed; null ends it. */
export function glow(tr: Transaction, place: Range | null): Transaction {
  return tr.setMeta(key, { place }).setMeta("addToHistory", false);
}

export function glowPlugin(): Plugin {
  return new Plugin<Range | null>({
    key,
    state: {
      init: () => null,
      apply(tr, place) {
        const meta: { place: Range | null } | undefined = tr.getMeta(key);
        if (meta) return meta.place;
        return place && mappedRange(tr, place);
      },
    },
  });
}

/** The glow as it is drawn. */
export function glowDecorations(state: EditorState): BlockDecoration[] {
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
