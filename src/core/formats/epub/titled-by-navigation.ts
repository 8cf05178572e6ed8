import { Fragment, type Node } from "prosemirror-model";
import { asKind, asMark, idOf, isKind, levelOf, lineOf, newId, schema } from "@/core/document";
import { partitionPoint } from "@/core/order";
import type { NavigationLine } from "./navigation";

/**
 * A text in which paragraphs that the navigation of its book names, in its order, are headings of the levels it gives: books made by
 * older programs have no other. Lines of contents that somebody typed are links, and stay as they are.
 */
export function titledByNavigation(doc: Node, lines: readonly NavigationLine[]): Node {
  const blocks = doc.content.content;
  const headings = new Map<string, number[]>();
  const paragraphs = new Map<string, number[]>();
  blocks.forEach((block, i) => {
    const places = isKind(block, "heading") ? headings : isTitleLike(block) ? paragraphs : null;
    if (!places) return;
    const words = said(lineOf(block));
    const known = places.get(words);
    if (known) known.push(i);
    else places.set(words, [i]);
  });
  const found = inOrder(
    lines.map(({ words }) => headings.get(said(words)) ?? paragraphs.get(said(words)) ?? []),
  );
  const known = lines.findIndex((_, i) => found[i] !== undefined && isKind(blocks[found[i]!]!, "heading"));
  const highest = known < 0 ? 1 : levelOf(blocks[found[known]!]!) - lines[known]!.depth;
  const changed = new Map<number, Node>();
  lines.forEach(({ depth }, i) => {
    const at = found[i];
    const block = at === undefined ? undefined : blocks[at]!;
    if (block && isKind(block, "paragraph"))
      changed.set(at!, asHeading(block, Math.min(Math.max(highest + depth, 1), 6)));
  });
  return changed.size === 0
    ? doc
    : doc.copy(Fragment.from(blocks.map((block, i) => changed.get(i) ?? block)));
}

/** Titles are a line of words, and no links. */
function isTitleLike(block: Node): boolean {
  if (!isKind(block, "paragraph") || block.content.size === 0 || block.content.size > MAX_LETTERS)
    return false;
  return block.content.content.every(
    (part) => part.isText && !part.marks.some((mark) => asMark(mark, "link")),
  );
}

const MAX_LETTERS = 300;

function said(words: string): string {
  return words.replace(/\s+/g, " ").trim();
}

function asHeading(block: Node, level: number): Node {
  const { align } = asKind(block, "paragraph")!;
  const parts = block.content.content;
  // The style of headings says that they are strong.
  const isStrong = parts.every((part) => part.marks.some((mark) => asMark(mark, "strong")));
  const words = isStrong
    ? parts.map((part) => part.mark(part.marks.filter((mark) => !asMark(mark, "strong"))))
    : parts;
  return schema.nodes.heading.create({ id: idOf(block) ?? newId(), level, align }, words);
}

/**
 * Of the places at which each line may stand, one for as many lines as can be had in the order of the lines (the longest increasing
 * subsequence, by patience sorting); undefined for those that cannot.
 */
function inOrder(candidates: readonly (readonly number[])[]): (number | undefined)[] {
  interface Step {
    readonly line: number;
    readonly place: number;
    readonly before: Step | null;
  }
  /** By length less one, the chain of that length that ends first. */
  const ends: Step[] = [];
  candidates.forEach((places, line) => {
    // From the last, so that no two places of a line follow each other.
    for (const place of [...places].sort((a, b) => b - a)) {
      const length = partitionPoint(ends.length, (i) => ends[i]!.place < place);
      ends[length] = { line, place, before: ends[length - 1] ?? null };
    }
  });
  const found: (number | undefined)[] = candidates.map(() => undefined);
  for (let step = ends.at(-1) ?? null; step; step = step.before) found[step.line] = step.place;
  return found;
}
