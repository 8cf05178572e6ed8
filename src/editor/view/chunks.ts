import { Fragment, type Node } from "prosemirror-model";
import { asKind, type BlockKind, blockKindOf, isKind, schema } from "@/core/document";

/** How many blocks stand in a chunk when it is made, and how many chunks in a bundle. */
const CHUNK = 16;
const BUNDLE = 24;
/** A chunk that grew longer than this is divided, one that shrank below the least joins its neighbour. */
export const MAX_BLOCKS = 2 * CHUNK;
export const MIN_BLOCKS = CHUNK / 8;
/** A bundle that grew longer than this is divided. */
export const MAX_CHUNKS = 2 * BUNDLE;
/** More new blocks than these are not all drawn at once, only as many at either end. */
const MANY = 256;
const EDGE = 64;

const { nodes } = schema;
const { drawing, bundle, chunk } = nodes;

/** Whether a chunk is drawn, or only as high as it will be. */
export function isDrawn(chunk: Node): boolean {
  return asKind(chunk, "chunk")?.drawn ?? true;
}

/** Blocks in chunks; `drawn` decides for each chunk, by the numbers of its first and last block. */
export function chunksOf(
  blocks: readonly Node[],
  drawn: (firstBlock: number, lastBlock: number) => boolean,
): Node[] {
  const chunks: Node[] = [];
  for (let at = 0; at < blocks.length;) {
    const end = border(blocks, at);
    chunks.push(chunk.create({ drawn: drawn(at, end - 1) }, Fragment.fromArray(blocks.slice(at, end))));
    at = end;
  }
  return chunks;
}

/** Chunks of blocks that were not there before; where they are many, only those at the edges are drawn. */
export function newChunks(blocks: readonly Node[]): Node[] {
  const { length } = blocks;
  return chunksOf(blocks, (first, last) => length <= MANY || first < EDGE || last >= length - EDGE);
}

/** Chunks in bundles. */
export function bundlesOf(chunks: readonly Node[]): Node[] {
  const bundles: Node[] = [];
  for (let at = 0; at < chunks.length;) {
    const end = chunks.length - at <= BUNDLE * 1.5 ? chunks.length : at + BUNDLE;
    bundles.push(bundle.create(null, Fragment.fromArray(chunks.slice(at, end))));
    at = end;
  }
  return bundles;
}

export function drawingOf(bundles: readonly Node[]): Node {
  return drawing.create(null, Fragment.fromArray([...bundles]));
}

/**
 * Where a chunk that begins at a block ends. The space above a block joins the space below the one before it, and words flow around
 * a figure, which neither does from another chunk: if that can be helped, the next one begins with a block that has no space
 * above it and does not stand below one. A heading stays with what it is the heading of.
 */
function border(blocks: readonly Node[], start: number): number {
  const end = start + CHUNK;
  if (blocks.length - start <= CHUNK * 1.5) return blocks.length;
  for (let i = end; i < start + MAX_BLOCKS && i < blocks.length; i++) {
    const above = [blocks[i - 1]!, blocks[i - 2]!];
    if (!HAS_SPACE_ABOVE[blockKindOf(blocks[i]!)] && !isKind(above[0]!, "heading") && !above.some(floats))
      return i;
  }
  return end;
}

/** Whether the style sheet of the screen puts space above a block of this kind. */
const HAS_SPACE_ABOVE: Readonly<Record<BlockKind, boolean>> = {
  paragraph: false,
  bullet_list: false,
  ordered_list: false,
  definition_list: false,
  heading: true,
  quotation: true,
  code_block: true,
  notice: true,
  figure: true,
  equation: true,
  table: true,
  rule: true,
  page_break: true,
  contents_list: true,
};

function floats(block: Node): boolean {
  return (asKind(block, "figure")?.place ?? "line") !== "line";
}
