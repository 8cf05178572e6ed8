import { Plugin, PluginKey, type Transaction } from "prosemirror-state";
import { Decoration, DecorationSet } from "prosemirror-view";

const key = new PluginKey<DecorationSet>("glow");

/** Lets a place glow once, to show where a jump landed; null ends it. */
export function glow(tr: Transaction, place: { from: number; to: number } | null): Transaction {
  return tr.setMeta(key, { place }).setMeta("addToHistory", false);
}

export function glowPlugin(): Plugin {
  return new Plugin<DecorationSet>({
    key,
    state: {
      init: () => DecorationSet.empty,
      apply(tr, set) {
        const meta = tr.getMeta(key) as { place: { from: number; to: number } | null } | undefined;
        if (!meta) return set.map(tr.mapping, tr.doc);
        if (!meta.place) return DecorationSet.empty;
        const { from, to } = meta.place;
        const node = tr.doc.nodeAt(from);
        const whole = node?.isBlock && from + node.nodeSize === to;
        const decoration = whole
          ? Decoration.node(from, to, { class: "glow" })
          : Decoration.inline(from, to, { class: "glow" });
        return DecorationSet.create(tr.doc, [decoration]);
      },
    },
    props: { decorations: (state) => key.getState(state) },
  });
}
