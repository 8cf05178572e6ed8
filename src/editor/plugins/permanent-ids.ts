import type { Node } from "prosemirror-model";
import { Plugin } from "prosemirror-state";
import { newId, sameIds } from "@/core/document";
import { ownChange } from "./own-change";

/**
 * Gives every new block a permanent id, and a copy an id of its own: where two blocks share one, the one that stands where
 * the old one went keeps it. Looks only at blocks that the change brought.
 */
export function permanentIds(): Plugin {
  return new Plugin({
    appendTransaction(transactions, before, after) {
      const run = ownChange(transactions, before, after);
      if (!run) return null;
      const fresh = after.doc.content.content.slice(run.start, run.endAfter);
      if (sameIds(before.doc.content.content.slice(run.start, run.endBefore), fresh)) return null;
      const wrong = sharedOrMissing(before.doc, after.doc, fresh, (pos) =>
        transactions.reduce((at, tr) => tr.mapping.map(at, 1), pos),
      );
      if (wrong.length === 0) return null;
      const tr = after.tr;
      for (const pos of wrong) tr.setNodeAttribute(pos, "id", newId());
      return tr;
    },
  });
}

function sharedOrMissing(
  before: Node,
  after: Node,
  fresh: readonly Node[],
  mapped: (pos: number) => number,
): number[] {
  const places = new Map<string, number[]>();
  const interesting = new Set(fresh.map((node) => node.attrs.id as string | null));
  const wrong: number[] = [];
  after.forEach((node, pos) => {
    const id = node.attrs.id as string | null;
    if (!id) wrong.push(pos);
    else if (interesting.has(id)) places.set(id, [...(places.get(id) ?? []), pos]);
  });
  const shared = [...places].filter(([, at]) => at.length > 1);
  if (shared.length === 0) return wrong;
  const oldPlaces = new Map<string, number>();
  before.forEach((node, pos) => oldPlaces.set(node.attrs.id as string, pos));
  for (const [id, at] of shared) {
    const old = oldPlaces.get(id);
    const stayed = old === undefined ? undefined : at.find((pos) => pos === mapped(old));
    const keeper = stayed ?? at[0];
    wrong.push(...at.filter((pos) => pos !== keeper));
  }
  return wrong;
}
