import type { Node } from "prosemirror-model";
import { Plugin } from "prosemirror-state";
import { newId } from "@/core/document";

/**
 * Gives every new block a permanent id, and a copy an id of its own: where two blocks share one, the one that stands where
 * the old one went keeps it. Looks only at blocks that the change brought.
 */
export function permanentIds(): Plugin {
  return new Plugin({
    appendTransaction(transactions, before, after) {
      if (!transactions.some((tr) => tr.docChanged) || before.doc.content === after.doc.content) return null;
      const fresh = changedBlocks(before.doc, after.doc);
      if (fresh.length === 1 && fresh[0]!.node.attrs.id && before.doc.childCount === after.doc.childCount) {
        const old = before.doc.child(fresh[0]!.index);
        if (old.attrs.id === fresh[0]!.node.attrs.id) return null;
      }
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

interface Placed {
  node: Node;
  pos: number;
  index: number;
}

/** The blocks of the new version between the unchanged ones at its start and at its end. */
function changedBlocks(before: Node, after: Node): Placed[] {
  const a = before.content.content;
  const b = after.content.content;
  let start = 0;
  let pos = 0;
  while (start < a.length && start < b.length && a[start] === b[start]) pos += b[start++]!.nodeSize;
  let end = 0;
  while (end < a.length - start && end < b.length - start && a[a.length - 1 - end] === b[b.length - 1 - end])
    end++;
  const changed: Placed[] = [];
  for (let i = start; i < b.length - end; i++) {
    changed.push({ node: b[i]!, pos, index: i });
    pos += b[i]!.nodeSize;
  }
  return changed;
}

function sharedOrMissing(
  before: Node,
  after: Node,
  fresh: readonly Placed[],
  mapped: (pos: number) => number,
): number[] {
  const places = new Map<string, number[]>();
  const interesting = new Set(fresh.map(({ node }) => node.attrs.id as string | null));
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
