import type { Node } from "prosemirror-model";

const LETTERS_IN_LINE = 68;
const LINE = 27.2;
const GAP = 15;

const known = new WeakMap<Node, number>();

/** How high the blocks of a chunk will stand, in pixels, as far as their text tells. */
export function estimatedHeight(chunk: Node): number {
  let height = known.get(chunk);
  if (height !== undefined) return height;
  height = 0;
  chunk.forEach((block) => {
    const lines = Math.max(1, Math.ceil(block.textContent.length / LETTERS_IN_LINE));
    height! +=
      lines * LINE +
      GAP +
      (block.type.name === "heading" ? 28 : 0) +
      (block.type.name === "figure" ? 280 : 0);
  });
  known.set(chunk, (height = Math.round(height)));
  return height;
}
