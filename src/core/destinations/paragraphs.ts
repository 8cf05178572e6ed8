import { kept } from "@/core/kept";
import type { Node } from "prosemirror-model";
import { idOf, isKind, lineOf, shortened, type DestinationId } from "@/core/document";
import type { ParagraphDestination } from "./destination";
import type { PlacedRun } from "./placed-run";
import type { Run } from "./run";
import type { Stop } from "./stops";

/*
 * Paragraphs that stand directly in a document and have words are counted from 1, so that one can speak of them.
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
  let before = 0;
  for (const { run, pos, block } of placed) {
    const { byId, count } = countedIn(run);
    const found = byId.get(id);
    if (found) {
      const node = run.blocks[found.block]!;
      const from = pos + found.offset;
      return {
        kind: "paragraph",
        id,
        name: shortened(lineOf(node), MOST_LETTERS),
        pos: from,
        end: from + node.nodeSize,
        number: before + found.number,
        block: block + found.block,
      };
    }
    before += count;
  }
  return undefined;
}

const MOST_LETTERS = 120;

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
