import { blockPlaceOf } from "./block-places";
import type { Node } from "prosemirror-model";
import { asKind, type DestinationId, type Series } from "@/core/document";
import { type ChangedRun } from "@/core/steps";
import { summarise, type BlockSummary } from "./block-summary";
import type { BlockDestination } from "./destination";
import type { CountedList } from "./list-starts";

/** A heading, figure, table or contents list of a run; `offset` counts positions from the run's start. */
export interface RunDestination {
  readonly id: DestinationId;
  readonly name: string;
  readonly block: number;
  readonly offset: number;
  readonly size: number;
}

export interface RunHeading extends RunDestination {
  readonly level: number;
  readonly series: Series;
  readonly short: string;
  readonly wordsBefore: number;
}

export interface RunBlock extends RunDestination {
  readonly kind: BlockDestination["kind"];
}

/** A block of a run in which a link or bookmark stands. */
export interface RunSummary {
  readonly block: number;
  readonly offset: number;
  readonly summary: BlockSummary;
}

/** Blocks that follow each other, joined into one summary so that a keystroke joins runs rather than blocks. */
export interface Run {
  readonly blocks: readonly Node[];
  /** Length in positions. */
  readonly size: number;
  readonly words: number;
  readonly headings: readonly RunHeading[];
  readonly others: readonly RunBlock[];
  readonly counted: readonly CountedList[];
  readonly linked: readonly RunSummary[];
  /** Those of the linked blocks in which cross-references stand. */
  readonly referring: readonly RunSummary[];
  readonly marked: readonly RunSummary[];
  readonly noted: readonly RunSummary[];
  /** Those with words under an entry of the index. */
  readonly indexed: readonly RunSummary[];
  /** Those in which computed values stand. */
  readonly computing: readonly RunSummary[];
  /** Those with pictures in their lines that lack words. */
  readonly wordless: readonly RunSummary[];
}

const RUN_LENGTH = 64;

/**
 * The runs of a document's blocks. Of `previous`, the runs of an earlier version, those that lie before or after what changed
 * since are taken over as they are; only what lies between is joined again.
 */
export function runsOf(
  blocks: readonly Node[],
  previous: readonly Run[],
  changed: Pick<ChangedRun, "start" | "endAfter">,
): Run[] {
  const before = runsWithin(previous, changed.start);
  const after = runsWithin(previous.slice(before.runs).reverse(), blocks.length - changed.endAfter);
  const kept = previous.slice(0, before.runs);
  const tail = previous.slice(previous.length - after.runs);
  const middle: Run[] = [];
  for (let at = before.blocks; at < blocks.length - after.blocks;) {
    const left = blocks.length - after.blocks - at;
    const length = left <= RUN_LENGTH * 1.5 ? left : RUN_LENGTH;
    middle.push(join(blocks.slice(at, at + length)));
    at += length;
  }
  return [...kept, ...middle, ...tail];
}

/** How many runs lie within so many blocks, and how many blocks they have. */
function runsWithin(runs: readonly Run[], most: number): { runs: number; blocks: number } {
  let count = 0;
  let blocks = 0;
  while (count < runs.length && blocks + runs[count]!.blocks.length <= most)
    blocks += runs[count++]!.blocks.length;
  return { runs: count, blocks };
}

function join(blocks: readonly Node[]): Run {
  const headings: RunHeading[] = [];
  const others: RunBlock[] = [];
  const counted: CountedList[] = [];
  const linked: RunSummary[] = [];
  const referring: RunSummary[] = [];
  const marked: RunSummary[] = [];
  const noted: RunSummary[] = [];
  const indexed: RunSummary[] = [];
  const computing: RunSummary[] = [];
  const wordless: RunSummary[] = [];
  let offset = 0;
  let words = 0;
  blocks.forEach((node, block) => {
    const summary = summarise(node);
    const { id, line } = summary;
    const kind = blockPlaceOf(node);
    const heading = asKind(node, "heading");
    if (id && heading) {
      const { level, series, short } = heading;
      headings.push({
        id,
        name: line,
        block,
        offset,
        size: node.nodeSize,
        level,
        series,
        short,
        wordsBefore: words,
      });
    } else if (id && kind && kind !== "heading")
      others.push({ kind, id, name: line, block, offset, size: node.nodeSize });
    for (const { kind: place, id: own, line: name, from, size } of summary.places)
      if (place !== "heading")
        others.push({ kind: place, id: own, name, block, offset: offset + from, size });
    const list = node.isTextblock ? null : asKind(node, "ordered_list");
    if (id && list)
      counted.push({ id, start: list.start, continues: list.continues, items: node.childCount });
    if (summary.links.length > 0) linked.push({ block, offset, summary });
    if (summary.links.some(({ reference }) => reference)) referring.push({ block, offset, summary });
    if (summary.bookmarks.length > 0) marked.push({ block, offset, summary });
    if (summary.notes.length > 0) noted.push({ block, offset, summary });
    if (summary.indexed.length > 0) indexed.push({ block, offset, summary });
    if (summary.computed.length > 0) computing.push({ block, offset, summary });
    if (summary.wordless.length > 0) wordless.push({ block, offset, summary });
    offset += node.nodeSize;
    words += summary.words;
  });
  return {
    blocks,
    size: offset,
    words,
    headings,
    others,
    counted,
    linked,
    referring,
    marked,
    noted,
    indexed,
    computing,
    wordless,
  };
}
