import { idOf } from "@/core/kinds";
import type { Node } from "prosemirror-model";
import { AttrStep } from "prosemirror-transform";
import { idsOfBlocks, sameIds } from "../document/blocks";
import { changedRun } from "./changed-run";
import { newId } from "@/core/model/ids";
import { namedFrom } from "../document/named-blocks";

/** Steps that give ids to blocks, and the ids of all blocks after them. */
export interface MendedIds {
  readonly steps: readonly AttrStep[];
  readonly ids: ReadonlySet<string>;
}

/**
 * New ids for blocks of a changed document that have none, or one under which another block stands: of two with the same id
 * the one that stood there keeps it. `ids`: those of all blocks before the change; counted where nobody keeps them.
 */
export function mendedIds(before: Node, doc: Node, ids: ReadonlySet<string> | null = null): MendedIds | null {
  const run = changedRun(before, doc);
  const gone = before.content.content.slice(run.start, run.endBefore);
  const fresh = doc.content.content.slice(run.start, run.endAfter);
  if (sameIds(gone, fresh)) return null;
  const now = new Set<string>(ids ?? allIds(before));
  for (const id of idsOfBlocks(gone)) if (id) now.delete(id);
  const wrong: number[] = [];
  let { pos } = run;
  for (const block of fresh) {
    for (const { node, offset } of namedFrom(block)) {
      const id = idOf(node);
      if (!id || now.has(id)) wrong.push(pos + offset);
      else now.add(id);
    }
    pos += block.nodeSize;
  }
  const steps = wrong.map((at) => {
    const id = newId();
    now.add(id);
    return new AttrStep(at, "id", id);
  });
  return { steps, ids: now };
}

/** The ids of all blocks of a document that have one, wherever they stand. */
export function allIds(doc: Node): Set<string> {
  return new Set(idsOfBlocks(doc.content.content).filter((id) => id !== null));
}
