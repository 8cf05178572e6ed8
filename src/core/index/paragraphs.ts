import { kept } from "@/core/kept";
import type { Node } from "prosemirror-model";
import { idOf, isKind, lineOf, shortened, type DestinationId } from "@/core/document";
import type { ParagraphDestination } from "./destination";
import type { PlacedRun } from "./placed-run";
import type { Run } from "./run";
import type { Stop } from "./stops";

/*
 * Paragraphs that stand directly in a document and have words are counted from 1, so that people can refer to them.
 */

/** The nth paragraph of a document. */
export function paragraphAt(doc: Node, number: number): Stop | null {
  let count = 0;
  let pos = 0;
  for (const block of doc.content.content) {
    if (isCounted(block) && ++count === number) return { from: pos, to: pos + block.nodeSize };
    pos += block.nodeSize;
  }
  return null;
}

/** How many blocks of a run are paragraphs that are counted. */
export function paragraphsIn(parent: Node): number {
  let count = 0;
  parent.forEach((block) => {
    if (isCounted(block)) count++;
  });
  return count;
}

/** A paragraph by its permanent id. */
export function paragraphById(
  placed: readonly PlacedRun[],
  id: DestinationId,
): ParagraphDestination | undefined {
  const at = runWith(placed, id);
  if (!at) return undefined;
  const { run, pos, block } = placed[at.run]!;
  const found = countedIn(run).byId.get(id)!;
  const node = run.blocks[found.block]!;
  const from = pos + found.offset;
  return {
    kind: "paragraph",
    id,
    name: shortened(lineOf(node), MAX_LETTERS),
    pos: from,
    end: from + node.nodeSize,
    number: at.before + found.number,
    block: block + found.block,
  };
}

/** A run, and how many paragraphs are counted before it. */
interface RunAt {
  readonly run: number;
  readonly before: number;
}

/** After a key somebody asks for a few, and the runs are looked through; a file that is written asks for all, which are then kept by id. */
const FEW = 100;
const asked = new WeakMap<readonly PlacedRun[], { times: number; byId: ReadonlyMap<string, RunAt> | null }>();

function runWith(placed: readonly PlacedRun[], id: DestinationId): RunAt | undefined {
  let known = asked.get(placed);
  if (!known) asked.set(placed, (known = { times: 0, byId: null }));
  if (++known.times > FEW) return (known.byId ??= allById(placed)).get(id);
  let before = 0;
  for (let run = 0; run < placed.length; run++) {
    const { byId, count } = countedIn(placed[run]!.run);
    if (byId.has(id)) return { run, before };
    before += count;
  }
  return undefined;
}

function allById(placed: readonly PlacedRun[]): ReadonlyMap<string, RunAt> {
  const all = new Map<string, RunAt>();
  let before = 0;
  placed.forEach((one, run) => {
    const { byId, count } = countedIn(one.run);
    const at = { run, before };
    // Of two with the same id the first is meant, as when they are looked through.
    for (const id of byId.keys()) if (!all.has(id)) all.set(id, at);
    before += count;
  });
  return all;
}

const MAX_LETTERS = 120;

interface Counted {
  readonly byId: ReadonlyMap<string, { block: number; offset: number; number: number }>;
  readonly count: number;
}

/** Most runs stay the same from one version to the next. */
const countedIn = kept((run: Run): Counted => {
  const byId = new Map<string, { block: number; offset: number; number: number }>();
  let count = 0;
  let offset = 0;
  run.blocks.forEach((node, block) => {
    if (isCounted(node)) {
      count++;
      const id = idOf(node);
      if (id) byId.set(id, { block, offset, number: count });
    }
    offset += node.nodeSize;
  });
  return { byId, count };
});

function isCounted(block: Node): boolean {
  return isKind(block, "paragraph") && block.content.size > 0;
}
