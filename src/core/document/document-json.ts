import { settingsOf } from "@/core/kinds";
import type { Node } from "prosemirror-model";

const known = new WeakMap<Node, string>();

/**
 * The JSON text of a document. That of a block is kept with the block, so that of a long document in which little changed
 * only little is written anew.
 */
export function documentJSON(doc: Node): string {
  const blocks = doc.content.content.map((block) => {
    let json = known.get(block);
    if (json === undefined) known.set(block, (json = JSON.stringify(block.toJSON())));
    return json;
  });
  return `{"type":"doc","attrs":${JSON.stringify(settingsOf(doc))},"content":[${blocks.join(",")}]}`;
}
