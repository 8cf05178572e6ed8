import { kept } from "@/core/kept";
import { Fragment, Slice, type Node, type ResolvedPos } from "prosemirror-model";
import type { Selection } from "prosemirror-state";
import { Mapping, ReplaceStep, StepMap } from "prosemirror-transform";
import { schema } from "@/core/document";
import { type ChangedRun } from "@/core/steps";
import { partitionPoint } from "@/core/order";
import {
  bundlesOf,
  chunksOf,
  drawingOf,
  MIN_BLOCKS,
  MAX_BLOCKS,
  MAX_CHUNKS,
  newChunks,
  isDrawn,
} from "./chunks";

const { bundle, chunk } = schema.nodes;

/**
 * How the blocks of one version of a document stand in chunks on the screen, and where each position of the document is in
 * that drawing. A chunk adds a position before its blocks and one after them, and so does a bundle of chunks; nothing else
 * differs. Immutable.
 */
export class ChunkLayout {
  private constructor(
    /** `drawing > bundle > chunk > block`, the blocks the very same as the document's. */
    readonly drawn: Node,
    /** Where each bundle begins in the document, how many blocks and how many chunks stand before it; one more at the end. */
    private readonly starts: readonly number[],
    private readonly firsts: readonly number[],
    private readonly chunks: readonly number[],
  ) {}

  /** Lays a document out again; `isDrawn` says which chunks, by number and first block, are drawn at once. */
  static of(
    doc: Node,
    isDrawn: (firstBlock: number, lastBlock: number) => boolean = () => true,
  ): ChunkLayout {
    return ChunkLayout.from(drawingOf(bundlesOf(chunksOf(doc.content.content, isDrawn))));
  }

  private static from(drawn: Node): ChunkLayout {
    const starts = [0];
    const firsts = [0];
    const chunks = [0];
    drawn.forEach((one) => {
      const within = placesIn(one);
      starts.push(starts.at(-1)! + within.starts.at(-1)!);
      firsts.push(firsts.at(-1)! + within.firsts.at(-1)!);
      chunks.push(chunks.at(-1)! + one.childCount);
    });
    return new ChunkLayout(drawn, starts, firsts, chunks);
  }

  get chunkCount(): number {
    return this.chunks.at(-1)!;
  }

  /** A chunk by its number. */
  chunk(index: number): Node {
    const at = this.bundleOf(index);
    return this.drawn.child(at).child(index - this.chunks[at]!);
  }

  /** Whether there is such a chunk, and it only holds its place so far. */
  isLeftOut(index: number): boolean {
    return index >= 0 && index < this.chunkCount && !isDrawn(this.chunk(index));
  }

  /** The chunk in which a position of the document lies; at a border the later one, or the earlier with `assoc` below 0. */
  chunkAt(pos: number, assoc = 1): number {
    return this.chunkWith("starts", pos, assoc);
  }

  /** The chunk in which a block stands, by the block's number. */
  chunkOfBlock(block: number): number {
    return this.chunkWith("firsts", block, 1);
  }

  /** Where the content of a chunk begins in the document; of the one behind the last: where the document ends. */
  startOf(index: number): number {
    return this.before("starts", index);
  }

  /** How many blocks stand before a chunk. */
  private firstOf(index: number): number {
    return this.before("firsts", index);
  }

  private chunkWith(what: keyof PlacesInBundle, place: number, assoc: number): number {
    const at = begun(this[what], place, assoc);
    return this.chunks[at]! + begun(placesIn(this.drawn.child(at))[what], place - this[what][at]!, assoc);
  }

  private before(what: keyof PlacesInBundle, index: number): number {
    const at = this.bundleOf(index);
    return this[what][at]! + placesIn(this.drawn.child(at))[what][index - this.chunks[at]!]!;
  }

  /** Where a chunk begins in the drawing. */
  drawnStartOf(index: number): number {
    return this.startOf(index) + 2 * index + 2 * this.bundleOf(index) + 1;
  }

  /** The bundle in which a chunk stands, by number; of the one behind the last: the last. */
  private bundleOf(index: number): number {
    return begun(this.chunks, index, 1);
  }

  /** How many chunks hold their text on the screen. */
  get drawnCount(): number {
    let count = 0;
    this.drawn.forEach((one) => one.forEach((chunk) => void (isDrawn(chunk) && count++)));
    return count;
  }

  /** A position of the document, in the drawing. */
  toDrawn(pos: number, assoc = 1): number {
    const index = this.chunkAt(pos, assoc);
    return pos + 2 * index + 2 * this.bundleOf(index) + 2;
  }

  /** A position of the drawing, in the document. */
  toDocument(pos: number): number {
    return documentPosition(this.drawn, pos);
  }

  /** A selection of the document, in the drawing. */
  selectionToDrawn(selection: Selection): Selection {
    return selection.map(
      this.drawn,
      mappable((pos, assoc) => this.toDrawn(pos, assoc)),
    );
  }

  /**
   * What becomes of the drawing when a run of blocks changes: one step that replaces the chunks it touches. Where there are
   * as many blocks as before, the chunks keep their borders and what is not drawn stays so; new chunks are drawn, unless
   * there are many: then only the first and the last.
   */
  changeTo(after: Node, run: ChangedRun): ReplaceStep | null {
    if (run.start === run.endBefore && run.start === run.endAfter) return null;
    // What is put in at a border between chunks goes to the end of the earlier one.
    let first = this.chunkOfBlock(run.start === run.endBefore ? Math.max(0, run.start - 1) : run.start);
    let last = this.chunkOfBlock(Math.max(run.start, run.endBefore - 1));
    const grown = run.endAfter - run.endBefore;
    const count = () => this.firstOf(last + 1) - this.firstOf(first) + grown;
    while (count() < MIN_BLOCKS && (first > 0 || last < this.chunkCount - 1)) {
      if (last < this.chunkCount - 1) last++;
      else first--;
    }
    const blocks = after.content.content.slice(this.firstOf(first), this.firstOf(last + 1) + grown);
    if (first === last && blocks.length <= MAX_BLOCKS)
      return this.replaced(first, last, [chunk.create({ drawn: true }, Fragment.fromArray(blocks))]);
    return this.replaced(first, last, grown === 0 ? this.sameChunks(after, first, last) : newChunks(blocks));
  }

  /** Chunks with their blocks as another version has them; those in which nothing changed are the very same. */
  private sameChunks(after: Node, first: number, last: number): Node[] {
    const chunks: Node[] = [];
    for (let i = first; i <= last; i++) {
      const before = this.chunk(i);
      const blocks = after.content.content.slice(this.firstOf(i), this.firstOf(i + 1));
      const same = blocks.every((block, k) => block === before.child(k));
      chunks.push(same ? before : before.copy(Fragment.fromArray(blocks)));
    }
    return chunks;
  }

  /** The step that puts chunks in place of a run of chunks; their bundles keep their borders if they can. */
  private replaced(first: number, last: number, chunks: readonly Node[]): ReplaceStep {
    const from = this.bundleOf(first);
    const to = this.bundleOf(last);
    const within = chunks.length + this.drawn.child(from).childCount - (last + 1 - first) <= MAX_CHUNKS;
    if (from === to && within)
      return stepTo(this.drawnStartOf(first), this.drawnStartOf(last) + this.chunk(last).nodeSize, chunks);
    const all = [
      ...this.drawn.child(from).content.content.slice(0, first - this.chunks[from]!),
      ...chunks,
      ...this.drawn.child(to).content.content.slice(last + 1 - this.chunks[to]!),
    ];
    const kept = all.length === this.chunks[to + 1]! - this.chunks[from]!;
    return stepTo(
      this.drawnStartOfBundle(from),
      this.drawnStartOfBundle(to + 1),
      kept ? this.sameBundles(all, from, to) : bundlesOf(all),
    );
  }

  private sameBundles(chunks: readonly Node[], from: number, to: number): Node[] {
    return this.drawn.content.content.slice(from, to + 1).map((before, i) => {
      const at = this.chunks[from + i]! - this.chunks[from]!;
      const own = chunks.slice(at, at + before.childCount);
      return own.every((one, k) => one === before.child(k)) ? before : before.copy(Fragment.fromArray(own));
    });
  }

  private drawnStartOfBundle(at: number): number {
    return this.starts[at]! + 2 * this.chunks[at]! + 2 * at;
  }

  /** The layout of a drawing that came of this one. */
  with(drawn: Node): ChunkLayout {
    return drawn === this.drawn ? this : ChunkLayout.from(drawn);
  }
}

/** Where each chunk of a bundle begins in the text of the bundle, and how many of its blocks stand before it; one more at the end. */
interface PlacesInBundle {
  readonly starts: readonly number[];
  readonly firsts: readonly number[];
}

const placesIn = kept((one: Node): PlacesInBundle => {
  const starts = [0];
  const firsts = [0];
  one.forEach(({ content, childCount }) => {
    starts.push(starts.at(-1)! + content.size);
    firsts.push(firsts.at(-1)! + childCount);
  });
  return { starts, firsts };
});

/**
 * Which of some parts a place lies in, by where each begins and the last one ends. What lies before the first is in the first, what
 * lies behind the last in the last; what lies at a border in the later one, or in the earlier with `assoc` below 0.
 */
function begun(starts: readonly number[], place: number, assoc: number): number {
  const count = partitionPoint(starts.length - 1, (i) =>
    assoc < 0 ? starts[i]! < place : starts[i]! <= place,
  );
  return Math.max(0, count - 1);
}

function stepTo(from: number, to: number, nodes: readonly Node[]): ReplaceStep {
  return new ReplaceStep(from, to, new Slice(Fragment.fromArray([...nodes]), 0, 0));
}

/** How many chunks of a drawing stand before a position, that it is in or not: the number of its own chunk where it is in one. */
export function chunksBefore($pos: ResolvedPos): number {
  let count = $pos.depth > 0 ? $pos.index(1) : 0;
  for (let i = 0; i < $pos.index(0); i++) count += $pos.node(0).child(i).childCount;
  return count;
}

/** Whether two positions of a drawing stand in one chunk. */
export function inOneChunk($a: ResolvedPos, $b: ResolvedPos): boolean {
  return $a.sharedDepth($b.pos) >= 2;
}

/** A position of any drawing, in the document it draws. */
export function documentPosition(drawn: Node, pos: number): number {
  const $pos = drawn.resolve(pos);
  return pos - 2 * $pos.index(0) - 2 * chunksBefore($pos) - Math.min($pos.depth, 2);
}

/** A selection of a drawing, in the document it draws. */
export function selectionToDocument(drawn: Node, selection: Selection, doc: Node): Selection {
  return selection.map(
    doc,
    mappable((pos) => documentPosition(drawn, pos)),
  );
}

/** The document a drawing draws. */
export function documentOf(drawn: Node, doc: Node): Node {
  const blocks: Node[] = [];
  drawn.forEach((one) => one.forEach(({ content }) => blocks.push(...content.content)));
  return doc.copy(Fragment.fromArray(blocks));
}

/** A slice without bundles and chunks, as the document has it. */
export function withoutChunks(slice: Slice): Slice {
  const { content, openStart, openEnd } = slice;
  const outer = content.firstChild?.type;
  if (outer !== bundle && outer !== chunk) return slice;
  const inner: Node[] = [];
  content.forEach((one) => inner.push(...one.content.content));
  return withoutChunks(
    new Slice(Fragment.fromArray(inner), Math.max(0, openStart - 1), Math.max(0, openEnd - 1)),
  );
}

/** Positions that move, and none that is removed; enough for selections to be mapped. */
function mappable(move: (pos: number, assoc: number) => number): Mapping {
  // Selections ask for no more than these two.
  return Object.assign(new Mapping(), {
    map: (pos: number, assoc = 1) => move(pos, assoc),
    mapResult: (pos: number, assoc = 1) => StepMap.empty.mapResult(move(pos, assoc), assoc),
  });
}
