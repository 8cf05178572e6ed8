import { Plugin, PluginKey, type EditorState, type Transaction } from "prosemirror-state";
import { Decoration } from "prosemirror-view";
import type { Sign } from "../drawing/drawn-signs";
import { mappedRange, type Range } from "./mapped-range";

/** Words that stay visibly chosen while the author looks for where they shall lead. */
export interface HeldRange extends Range {
  /** `choose`: the picker is open; `carry`: the author goes to the place and ties the link there. */
  readonly purpose: "choose" | "carry";
}

const key = new PluginKey<HeldRange | null>("held-range");

export function heldRange(state: EditorState): HeldRange | null {
  return key.getState(state) ?? null;
}

/** Holds a range, or lets it go with null. */
export function hold(tr: Transaction, range: HeldRange | null): Transaction {
  return tr.setMeta(key, { range }).setMeta("addToHistory", false);
}

export function heldRangePlugin(): Plugin {
  return new Plugin<HeldRange | null>({
    key,
    state: {
      init: () => null,
      apply(tr, held) {
        const meta: { range: HeldRange | null } | undefined = tr.getMeta(key);
        if (meta) return meta.range;
        return held && mappedRange(tr, held);
      },
    },
  });
}

/** The held words as they are to be drawn. */
export function heldSigns(state: EditorState): Sign[] {
  const held = key.getState(state);
  if (!held || held.from === held.to) return [];
  return [
    {
      key: "held",
      from: held.from,
      to: held.to,
      draw: (from, to) => Decoration.inline(from, to, { class: "held" }),
    },
  ];
}
