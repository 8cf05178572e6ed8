import type { Node } from "prosemirror-model";
import { Plugin } from "prosemirror-state";
import type { Step } from "prosemirror-transform";
import { idOf, idsOfBlocks, namedFrom, newId, sameIds } from "@/core/document";
import { IDS_TO_GIVE } from "@/core/collab";
import { ownChange } from "./own-change";

/**
 * Gives every new block a permanent id, and a copy an id of its own: where two blocks share one, the one that stands where
 * the old one went keeps it. Looks only at blocks that the change brought, and at the figures, tables and equations in them. What others did has its ids, but your own steps
 * on top of it may lack them.
 */
export function permanentIds(): Plugin {
  return new Plugin({
    appendTransaction(transactions, before, after) {
      const missing = transactions.flatMap((tr): Step[] => tr.getMeta(IDS_TO_GIVE) ?? []);
      if (missing.length > 0) return missing.reduce((tr, step) => tr.step(step), after.tr);
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
  const interesting = new Set(idsOfBlocks(fresh));
  const wrong: number[] = [];
  after.forEach((block, start) => {
    for (const { node, offset } of namedFrom(block)) {
      const id = idOf(node);
      const pos = start + offset;
      if (!id) wrong.push(pos);
      else if (interesting.has(id)) places.set(id, [...(places.get(id) ?? []), pos]);
    }
  });
  const shared = [...places].filter(([, at]) => at.length > 1);
  if (shared.length === 0) return wrong;
  const oldPlaces = new Map<string, number>();
  before.forEach((block, pos) => {
    for (const { node, offset } of namedFrom(block)) oldPlaces.set(idOf(node)!, pos + offset);
  });
  for (const [id, at] of shared) {
    const old = oldPlaces.get(id);
    const stayed = old === undefined ? undefined : at.find((pos) => pos === mapped(old));
    const keeper = stayed ?? at[0];
    wrong.push(...at.filter((pos) => pos !== keeper));
  }
  return wrong;
}
