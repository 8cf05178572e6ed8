import { Plugin, PluginKey, type EditorState, type Transaction } from "prosemirror-state";
import { Decoration } from "prosemirror-view";
import type { BlockDecoration } from "./block-decoration";
import { mappedRange, type Range } from "./mapped-range";

/** Words that stay visibly chosen while the author looks for where they should lead. */
export interface LinkedRange extends Range {
  /** `choose`: the picker is open; `carry`: the author goes to the place and ties the link there. */
  readonly purpose: "choose" | "carry";
}

const key = new PluginKey<LinkedRange | null>("linked-range");

export function linkedRange(state: EditorState): LinkedRange | null {
  return key.getState(state) ?? null;
}

/** Holds a range, or lets it go with null. */
export function hold(tr: Transaction, range: LinkedRange | null): Transaction {
  return tr.setMeta(key, { range }).setMeta("addToHistory", false);
}

export function linkedRangePlugin(): Plugin {
  return new Plugin<LinkedRange | null>({
    key,
    state: {
      init: () => null,
      apply(tr, value) {
        const meta: { range: LinkedRange | null } | undefined = tr.getMeta(key);
        if (meta) return meta.range;
        return value && mappedRange(tr, value);
      },
    },
  });
}

/** The held words as they are drawn. */
export function linkedRangeDecorations(state: EditorState): BlockDecoration[] {
  const range = key.getState(state);
  if (!range || range.from === range.to) return [];
  return [
    {
      key: "held",
      from: range.from,
      to: range.to,
      draw: (from, to) => Decoration.inline(from, to, { class: "held" }),
    },
  ];
}
