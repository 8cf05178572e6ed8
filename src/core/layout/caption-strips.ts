import type { Node } from "prosemirror-model";
import type { Composition } from "./composition";
import type { Strip, Tag } from "./flow";
import { textStrips } from "./text-strips";

/**
 * The strips of a caption with its label, `Figure 3. `; none where it has neither words nor a label.
 * @param start Position of its words, counted from the block's start.
 */
export function captionStrips(
  node: Node,
  start: number,
  label: string,
  parent: Tag,
  composition: Composition,
): Strip[] {
  const worded = node.content.size > 0;
  if (!worded && !label) return [];
  return textStrips(
    node,
    composition.sheet.styles.caption,
    {
      x: 0,
      width: composition.width,
      tag: { role: "Caption", parent },
      start,
      label: label && worded ? `${label}. ` : label,
    },
    composition,
  );
}
