import type { Node } from "prosemirror-model";
import { isKind, isMark, markAmong } from "@/core/document";

/** What stands in a link beside a heading, by which readers of a web page take its address. */
const PERMALINK = /^(?:[¶#§†∞⚓🔗\u{1f517}\ue000-\uf8ff]\ufe0f?|\[?(?:perma)?link\]?)$/iu;

/**
 * The words of a heading without a link that only tells its address: a sign beside them, as generated pages have it, or one of all its words to
 * itself, known by the anchors of the heading.
 */
export function withoutPermalink(inline: readonly Node[], anchors: readonly string[]): Node[] {
  const words = inline.filter((node) => !isPermalink(node));
  const kept = words.some(({ isText, text }) => !isText || text!.trim() !== "") ? words : [...inline];
  return leadsToItself(kept, anchors)
    ? kept.map((node) => node.mark(node.marks.filter((mark) => !isMark(mark, "link"))))
    : kept;
}

function isPermalink(node: Node): boolean {
  const link = linkOf(node);
  if (!link) return false;
  return node.isText
    ? PERMALINK.test(node.text!.trim())
    : isKind(node, "picture") && link.target.kind === "destination";
}

function leadsToItself(inline: readonly Node[], anchors: readonly string[]): boolean {
  const target = linkOf(inline[0])?.target;
  if (target?.kind !== "destination" || target.was === undefined || !anchors.includes(target.was))
    return false;
  return inline.every((node) => linkOf(node)?.target === target);
}

function linkOf(node: Node | undefined) {
  return node && markAmong(node.marks, "link");
}
