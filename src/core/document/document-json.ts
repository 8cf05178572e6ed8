import { kept } from "@/core/kept";
import { settingsOf } from "@/core/kinds";
import type { Node } from "prosemirror-model";

const blockJSON = kept((block: Node): string => JSON.stringify(block.toJSON()));

/**
 * The JSON text of a document. That of a block is kept with the block, so that of a long document in which little changed
 * only little is written again.
 */
export function documentJSON(doc: Node): string {
  const blocks = doc.content.content.map(blockJSON);
  return `{"type":"doc","attrs":${JSON.stringify(settingsOf(doc))},"content":[${blocks.join(",")}]}`;
}
