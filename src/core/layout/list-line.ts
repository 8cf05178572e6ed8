import type { BlockLook } from "@/core/document";
import type { Composition } from "./composition";
import { stripLike, type Strip, type Tag } from "./flow";
import { sized, wordsSet } from "./set-words";

/** How far in the words of a list stand, in parts of their size. */
const LIST_INDENT = 1.6;
/** The space between items, in parts of the words' size. */
const ITEM_GAP = 0.3;
const BULLETS = ["•", "–", "•", "–"];

/** The sign before the items of a list without numbers, by how deep it lies within others. */
export function bulletAt(depth: number): string {
  return BULLETS[depth % BULLETS.length]!;
}

/** The space between items, in points. */
export function itemGap({ size }: BlockLook): number {
  return size * ITEM_GAP;
}

/** How far in the words of a list stand, in points, so that the widest of its signs has room; at most half of the width. */
export function listIndent(widest: string, look: BlockLook, width: number, composition: Composition): number {
  const { size, leading } = look;
  const set = wordsSet(widest, sized(look, composition), { measure: 1e4, leading }, composition);
  return Math.min(width / 2, Math.max(size * LIST_INDENT, set.lines[0]!.width + size * 0.5));
}

/** The first strip of an item with a sign before it; the very same where it is no line. `indent`: the room for the sign. */
export function marked(
  first: Strip,
  mark: { readonly words: string; readonly ticked?: boolean; readonly tag: Tag },
  { look, indent }: { readonly look: BlockLook; readonly indent: number },
  composition: Composition,
): Strip {
  if (first.content.kind !== "text") return first;
  const { text, line, x, y } = first.content;
  const setting = { measure: indent, leading: look.leading };
  const marker = wordsSet(mark.words, sized(look, composition), setting, composition);
  return stripLike(first, {
    content: { kind: "marked", text, line, x, y, marker, ticked: mark.ticked === true, markerTag: mark.tag },
  });
}
