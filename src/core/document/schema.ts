import { Schema } from "prosemirror-model";
import { blockSpecs } from "./block-specs";
import { inlineSpecs } from "./inline-specs";
import { markSpecs } from "./mark-specs";

/** The order counts: the first kind of a group is what ProseMirror fills a gap with. */
const nodes = { ...blockSpecs, ...inlineSpecs };

type DocumentSchema = Schema<keyof typeof nodes, keyof typeof markSpecs>;

/** One process may load this module several times, bundled apart; a document that one copy made is asked by another of what kind its blocks are. */
const place = globalThis as { gateRopeSchema?: DocumentSchema };

/** The one schema of every Gate Rope document. */
export const schema: DocumentSchema = (place.gateRopeSchema ??= new Schema({ nodes, marks: markSpecs }));

/** The kinds of block that stand directly in a document. */
export type BlockKind = Exclude<
  keyof typeof blockSpecs,
  "doc" | "drawing" | "bundle" | "chunk" | "list_item" | `table_${string}`
>;
