import { Fragment, Slice, type Node } from "prosemirror-model";
import type { Selection } from "prosemirror-state";
import { ReplaceStep, StepMap, type Mappable, type Mapping } from "prosemirror-transform";
import { schema, type ChangedRun } from "@/core/document";
import { partitionPoint } from "@/core/order";

/** So many blocks stand in a chunk when it is made. */
const CHUNK = 64;
/** A chunk that grew longer than this is divided, one that shrank below the least joins its neighbour. */
const MOST = 2 * CHUNK;
const LEAST = CHUNK / 8;
/** More new chunks than these are not all drawn at once. */
const FEW = 4;

const { drawing, chunk } = schema.nodes;

/**
 * How the blocks of one version of a document stand in chunks on the screen, and where each position of the document is in
 * that drawing. A chunk adds a position before its blocks and one after them; nothing else differs. Immutable.
 */
export class ChunkLayout {
  private constructor(
    /** `drawing > chunk > block`, the blocks the very same as the document's. */
    readonly drawn: Node,
    /** Where each chunk begins in the document, and how many blocks stand before it; one more at the end. */
    private readonly starts: readonly number[],
    private readonly firsts: readonly number[],
  ) {}

  /** Lays a document out anew; `isDrawn` says which chunks, by number and first block, are drawn at once. */
  static of(
    doc: Node,
    isDrawn: (firstBlock: number, lastBlock: number) => boolean = () => true,
  ): ChunkLayout {
    const chunks: Node[] = [];
    const blocks = doc.content.content;
    for (let at = 0; at < blocks.length;) {
      const end = border(blocks, at);
      chunks.push(chunk.create({ drawn: isDrawn(at, end - 1) }, Fragment.fromArray(blocks.slice(at, end))));
      at = end;
    }
    return ChunkLayout.from(drawing.create(null, chunks));
  }

  private static from(drawn: Node): ChunkLayout {
    const starts = [0];
    const firsts = [0];
    drawn.forEach((one) => {
      starts.push(starts.at(-1)! + one.content.size);
      firsts.push(firsts.at(-1)! + one.childCount);
    });
    return new ChunkLayout(drawn, starts, firsts);
  }

  get chunkCount(): number {
    return this.drawn.childCount;
  }

  /** The chunk in which a position of the document lies; at a border the later one, or the earlier with `assoc` below 0. */
  chunkAt(pos: number, assoc = 1): number {
    // The last start is where the document ends; whatever lies before the first is in the first.
    const begun = partitionPoint(this.starts.length - 1, (i) =>
      assoc < 0 ? this.starts[i]! < pos : this.starts[i]! <= pos,
    );
    return Math.max(0, begun - 1);
  }

  /** The chunk in which a block stands, by the block's number. */
  chunkOfBlock(block: number): number {
    let i = 0;
    while (i < this.chunkCount - 1 && this.firsts[i + 1]! <= block) i++;
    return i;
  }

  /** Where the content of a chunk begins in the document. */
  startOf(index: number): number {
    return this.starts[index]!;
  }

  /** Where a chunk begins in the drawing. */
  drawnStartOf(index: number): number {
    return this.starts[index]! + 2 * index;
  }

  /** How many chunks hold their text on the screen. */
  get drawnCount(): number {
    let count = 0;
    this.drawn.forEach((one) => void (one.attrs.drawn && count++));
    return count;
  }

  /** A position of the document, in the drawing. */
  toDrawn(pos: number, assoc = 1): number {
    return pos + 2 * this.chunkAt(pos, assoc) + 1;
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
    const count = () => this.firsts[last + 1]! - this.firsts[first]! + grown;
    while (count() < LEAST && (first > 0 || last < this.chunkCount - 1)) {
      if (last < this.chunkCount - 1) last++;
      else first--;
    }
    const blocks = after.content.content.slice(this.firsts[first], this.firsts[last + 1]! + grown);
    const chunks =
      first === last && blocks.length <= MOST
        ? [chunk.create({ drawn: true }, Fragment.fromArray(blocks))]
        : grown === 0
          ? this.sameChunks(after, first, last)
          : newChunks(blocks);
    return new ReplaceStep(
      this.drawnStartOf(first),
      this.drawnStartOf(last + 1),
      new Slice(Fragment.fromArray(chunks), 0, 0),
    );
  }

  /** Chunks with their blocks as another version has them; those in which nothing changed are the very same. */
  private sameChunks(after: Node, first: number, last: number): Node[] {
    const chunks: Node[] = [];
    for (let i = first; i <= last; i++) {
      const before = this.drawn.child(i);
      const blocks = after.content.content.slice(this.firsts[i], this.firsts[i + 1]);
      const same = blocks.every((block, k) => block === before.child(k));
      chunks.push(same ? before : before.copy(Fragment.fromArray(blocks)));
    }
    return chunks;
  }

  /** The layout of a drawing that came of this one. */
  with(drawn: Node): ChunkLayout {
    return drawn === this.drawn ? this : ChunkLayout.from(drawn);
  }
}

/** A position of any drawing, in the document it draws. */
export function documentPosition(drawn: Node, pos: number): number {
  const $pos = drawn.resolve(pos);
  return pos - 2 * $pos.index(0) - ($pos.depth > 0 ? 1 : 0);
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
  drawn.forEach((one) => blocks.push(...one.content.content));
  return doc.copy(Fragment.fromArray(blocks));
}

/** A slice without chunks, as the document has it. */
export function withoutChunks(slice: Slice): Slice {
  const { content, openStart, openEnd } = slice;
  if (content.firstChild?.type !== chunk) return slice;
  const blocks: Node[] = [];
  content.forEach((one) => blocks.push(...one.content.content));
  return new Slice(Fragment.fromArray(blocks), Math.max(0, openStart - 1), Math.max(0, openEnd - 1));
}

/**
 * Where a chunk that begins at a block ends. It does not end before a heading, if that can be helped: the space above a
 * heading joins the space below the block before it, which it cannot do from another chunk.
 */
function border(blocks: readonly Node[], start: number): number {
  const end = start + CHUNK;
  if (blocks.length - start <= CHUNK * 1.5) return blocks.length;
  for (let i = end; i < start + MOST && i < blocks.length; i++)
    if (blocks[i]!.type !== schema.nodes.heading && blocks[i - 1]!.type !== schema.nodes.heading) return i;
  return end;
}

function newChunks(blocks: readonly Node[]): Node[] {
  const chunks: Node[] = [];
  const few = blocks.length <= FEW * CHUNK;
  for (let at = 0; at < blocks.length;) {
    const end = border(blocks, at);
    const drawn = few || at === 0 || end === blocks.length;
    chunks.push(chunk.create({ drawn }, Fragment.fromArray(blocks.slice(at, end))));
    at = end;
  }
  return chunks;
}

/** Positions that move, and none that is removed; enough for selections to be mapped. */
function mappable(move: (pos: number, assoc: number) => number): Mapping {
  const one: Mappable = {
    map: (pos, assoc = 1) => move(pos, assoc),
    mapResult: (pos, assoc = 1) => StepMap.empty.mapResult(move(pos, assoc), assoc),
  };
  // Selections ask for no more than these two.
  return one as Mapping;
}
