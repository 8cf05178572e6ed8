import type { Node } from "prosemirror-model";
import { summarise, type BlockSummary } from "./block-summary";

/** Blocks that follow each other, joined into one summary so that a keystroke joins runs rather than blocks. */
export interface Run {
  readonly blocks: readonly Node[];
  readonly summaries: readonly BlockSummary[];
  /** Length in positions. */
  readonly size: number;
  readonly words: number;
  /** Which blocks hold something that the index lists (a destination, a link, a bookmark), by their place in the run. */
  readonly telling: readonly {
    readonly block: number;
    readonly offset: number;
    readonly wordsBefore: number;
  }[];
}

const RUN_LENGTH = 64;
const LISTED = new Set(["heading", "figure", "table", "contents_list"]);

/**
 * The runs of a document's blocks. Runs before the first and after the last changed block are taken over from `previous`
 * as they are; only what lies between is joined anew.
 */
export function runsOf(blocks: readonly Node[], previous: readonly Run[]): Run[] {
  const before = matchingRuns(blocks, previous);
  const after = matchingRunsFromEnd(blocks, previous, before);
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

function matchingRuns(blocks: readonly Node[], previous: readonly Run[]) {
  let runs = 0;
  let at = 0;
  for (const run of previous) {
    if (at + run.blocks.length > blocks.length || !same(run.blocks, blocks, at)) break;
    at += run.blocks.length;
    runs++;
  }
  return { runs, blocks: at };
}

function matchingRunsFromEnd(
  blocks: readonly Node[],
  previous: readonly Run[],
  before: { runs: number; blocks: number },
) {
  let runs = 0;
  let length = 0;
  for (let i = previous.length - 1; i >= before.runs; i--) {
    const run = previous[i]!;
    const start = blocks.length - length - run.blocks.length;
    if (start < before.blocks || !same(run.blocks, blocks, start)) break;
    length += run.blocks.length;
    runs++;
  }
  return { runs, blocks: length };
}

function same(run: readonly Node[], blocks: readonly Node[], at: number): boolean {
  for (let i = 0; i < run.length; i++) if (run[i] !== blocks[at + i]) return false;
  return true;
}

function join(blocks: readonly Node[]): Run {
  const summaries = blocks.map(summarise);
  const telling: { block: number; offset: number; wordsBefore: number }[] = [];
  let size = 0;
  let words = 0;
  blocks.forEach((block, i) => {
    const summary = summaries[i]!;
    if (LISTED.has(block.type.name) || summary.links.length > 0 || summary.bookmarks.length > 0)
      telling.push({ block: i, offset: size, wordsBefore: words });
    size += block.nodeSize;
    words += summary.words;
  });
  return { blocks, summaries, size, words, telling };
}
