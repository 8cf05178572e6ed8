import { Schema } from "prosemirror-model";
import { blockSpecs } from "./block-specs";
import { inlineSpecs } from "./inline-specs";
import { markSpecs } from "./mark-specs";

/** The order counts: the first kind of a group is what ProseMirror fills a gap with. */
const nodes = { ...blockSpecs, ...inlineSpecs };

/** The one schema of every Gate Rope document. */
export const schema = new Schema<keyof typeof nodes, keyof typeof markSpecs>({ nodes, marks: markSpecs });

/** The kinds of block that stand directly in a document. */
export type BlockKind = Exclude<
  keyof typeof blockSpecs,
  "doc" | "drawing" | "chunk" | "list_item" | `table_${string}`
>;
