import { kept } from "@/core/kept";
import type { Node } from "prosemirror-model";
import { byKind, isKind, type ByKind, type BlockLook } from "@/core/document";
import type { Composition } from "./composition";
import { stripLike, type Strip, type Tag } from "./flow";
import { bolder } from "./fonts/font-key";
import type { InnerPlace, SetWithin } from "./inner-place";
import { textStrips } from "./text-strips";

/** How far in definitions stand, and the space before a term and before a definition, in parts of the size of the words. */
const INDENT = 1.6;
const GAP_BEFORE = { term: 0.6, definition: 0.2 };

interface Setting {
  readonly list: InnerPlace;
  readonly start: number;
  readonly composition: Composition;
  readonly within: SetWithin;
  /** The part of the structure of a term with its definitions: what is told as one item (ISO 32000-2, 14.8.4.8.3). */
  readonly item: Tag;
}

/** A list of terms with their definitions. No page ends with a term, and none begins with the second line of one. */
export function definitionStrips(
  list: Node,
  place: InnerPlace,
  composition: Composition,
  within: SetWithin,
): Strip[] {
  const tag: Tag = { role: "L", parent: place.tag, numbering: "None" };
  const strips: Strip[] = [];
  let item: Tag = { role: "LI", parent: tag };
  let start = place.start + 1;
  let before: "term" | "definition" | null = null;
  list.forEach((node) => {
    const kind = isKind(node, "term") ? "term" : "definition";
    if (kind === "term" && before === "definition") item = { role: "LI", parent: tag };
    const own = byKind(SET, node, { list: place, start, composition, within, item });
    if (before && own[0]) {
      const gap = kind === "term" && before === "term" ? 0 : GAP_BEFORE[kind];
      own[0] = stripLike(own[0], {
        gap: Math.max(own[0].gap, gap * place.look.size),
        ...(before === "term" && { free: false }),
      });
    }
    strips.push(...own);
    before = kind;
    start += node.nodeSize;
  });
  return strips;
}

const SET: ByKind<"term" | "definition", [Setting], Strip[]> = {
  term: (node, _term, { list, start, composition, item }) =>
    textStrips(
      node,
      bold(list.look),
      { x: list.x, width: list.width, tag: { role: "Lbl", parent: item }, start: start + 1 },
      composition,
    ).map((strip, i) => (i > 0 ? stripLike(strip, { free: false }) : strip)),
  definition: (node, _definition, { list, start, composition, within, item }) => {
    const { size } = list.look;
    const indent = Math.min(list.width / 2, size * INDENT);
    const place = {
      x: list.x + indent,
      width: list.width - indent,
      tag: { role: "LBody", parent: item },
      start: start + 1,
      look: list.look,
    };
    return within(node, place, composition, size * 0.3);
  },
};

/** A look in bold, the same object for the same look: what is known of looks is kept by them. */
const bold = kept((look: BlockLook): BlockLook => ({ ...look, weight: bolder(look.weight), indent: 0 }));
