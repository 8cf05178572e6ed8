import type { Transaction } from "prosemirror-state";
import type { Mark, Node } from "prosemirror-model";
import type { Destination, DocumentIndex, LinkPlace, ReferencePlace } from "@/core/index";
import type { Mention, OldName } from "@/core/links";
import { addBookmark, freeName } from "./bookmarks";
import { asMark, idOf, lineOf, schema, shortened, type LinkLook, type LinkTarget } from "@/core/document";

const { nodes, marks } = schema;

/** The target that leads to a destination; it remembers what the place was called, should it ever be broken. */
export function targetOf(destination: Destination): Extract<LinkTarget, { kind: "destination" }> {
  return {
    kind: "destination",
    id: destination.id,
    ...(destination.name ? { was: shortened(destination.name, 200) } : {}),
  };
}

/** Makes a link of the words in a range; one that is there already keeps its looks and its hint. */
export function linkRange(tr: Transaction, from: number, to: number, target: LinkTarget): Transaction {
  const { look, hint } = looksIn(tr.doc, from, to);
  return tr.removeMark(from, to, marks.link).addMark(from, to, marks.link.create({ target, look, hint }));
}

/** How the first link in a range looks, and what a reader is told of it. */
export function looksIn(doc: Node, from: number, to: number): { look: LinkLook; hint: string } {
  let first: Mark | undefined;
  doc.nodesBetween(from, to, (node) => {
    first ??= marks.link.isInSet(node.marks);
    return first === undefined;
  });
  const { look, hint } = (first && asMark(first, "link")) ?? { look: "underlined" as const, hint: "" };
  return { look, hint };
}

/** Changes how a link looks, or what a reader is told of it. */
export function setLooks(
  tr: Transaction,
  { from, to, target }: LinkPlace,
  looks: Partial<{ look: LinkLook; hint: string }>,
): Transaction {
  const next = { ...looksIn(tr.doc, from, to), ...looks };
  return tr.removeMark(from, to, marks.link).addMark(from, to, marks.link.create({ target, ...next }));
}

/** Inserts words that are a link. */
export function insertLink(tr: Transaction, at: number, words: string, target: LinkTarget): Transaction {
  return tr.insert(at, schema.text(words, [marks.link.create({ target })]));
}

/** The link whose words are at a position, if any. */
export function linkAt(index: DocumentIndex, pos: number): LinkPlace | null {
  return index.linksNear(pos).find((link) => !link.reference && link.from <= pos && pos <= link.to) ?? null;
}

/** The link or linked cross-reference at a position, if any. */
export function leadAt(index: DocumentIndex, pos: number): LinkPlace | null {
  return (
    index
      .linksNear(pos)
      .find((link) => link.from <= pos && pos <= link.to && link.reference?.linked !== false) ?? null
  );
}

export function removeLink(tr: Transaction, link: LinkPlace): Transaction {
  return tr.removeMark(link.from, link.to, marks.link);
}

/** Leads links and cross-references, which are in order, somewhere else; a cross-reference to no place in the document becomes words. */
export function retargetLinks(
  tr: Transaction,
  links: readonly LinkPlace[],
  target: LinkTarget,
  wordsOf: (reference: ReferencePlace) => string,
): Transaction {
  // From the end, so that each finds its place where it is.
  for (const link of [...links].reverse()) {
    if (!isReference(link)) linkRange(tr, link.from, link.to, target);
    else if (target.kind === "destination") tr.setNodeAttribute(link.from, "target", target);
    else {
      const looks = tr.doc.nodeAt(link.from)!.marks;
      const words = schema.text(wordsOf(link), marks.link.create({ target }).addToSet(looks));
      tr.replaceWith(link.from, link.to, words);
    }
  }
  return tr;
}

/** Words links, which are in order, as their places are called now. */
export function rewordLinks(tr: Transaction, links: readonly OldName[]): Transaction {
  for (const { link, name } of [...links].reverse()) {
    const { target } = link;
    if (target.kind !== "destination") continue;
    // The looks of the words stay; the link knows the name by which it goes now.
    const looks = tr.doc.resolve(link.from).nodeAfter?.marks ?? [];
    const renewed = marks.link.create({
      ...looksIn(tr.doc, link.from, link.to),
      target: { ...target, was: shortened(name, 200) },
    });
    tr.replaceWith(link.from, link.to, schema.text(name, renewed.addToSet(looks)));
  }
  return tr;
}

/** Makes plain words of links and cross-references, which are in order. */
export function unlink(
  tr: Transaction,
  links: readonly LinkPlace[],
  wordsOf: (reference: ReferencePlace) => string,
): Transaction {
  for (const link of [...links].reverse()) {
    if (isReference(link)) {
      const looks = tr.doc.nodeAt(link.from)!.marks;
      tr.replaceWith(link.from, link.to, schema.text(wordsOf(link) || "…", looks));
    } else tr.removeMark(link.from, link.to, marks.link);
  }
  return tr;
}

/** Takes the words of links and cross-references, which are in order, out of the text. */
export function removeWords(tr: Transaction, links: readonly LinkPlace[]): Transaction {
  for (const { from, to } of [...links].reverse()) tr.delete(from, to);
  return tr;
}

function isReference(link: LinkPlace): link is ReferencePlace {
  return link.reference !== undefined;
}

/** Makes links of mentions, which are in order, or cross-references where a reference says the same words. */
export function linkMentions(
  tr: Transaction,
  mentions: readonly Mention[],
  as: "links" | "references",
): Transaction {
  for (const { form, from, to, meant } of [...mentions].reverse()) {
    if (!meant) continue;
    const target = targetOf(meant);
    if (as === "links" || form === null) linkRange(tr, from, to, target);
    else {
      const looks = tr.doc.resolve(from).nodeAfter?.marks ?? [];
      tr.replaceWith(from, to, nodes.cross_reference.create({ target, form, linked: true }, null, looks));
    }
  }
  return tr;
}

/**
 * The destination at a position that an author points at: the innermost bookmark there, the heading, figure or table it
 * stands in. Where none stands a bookmark is made in the transaction.
 */
export function destinationAt(
  tr: Transaction,
  index: DocumentIndex,
  pos: number,
): { target: LinkTarget; made: string | null } {
  const here = index.bookmarks
    .filter((bookmark) => bookmark.shape !== "block" && bookmark.pos <= pos && pos <= bookmark.end)
    .sort((a, b) => a.end - a.pos - (b.end - b.pos))[0];
  if (here) return { target: targetOf(here), made: null };
  const $pos = tr.doc.resolve(pos);
  const block = $pos.depth > 0 ? $pos.node(1) : tr.doc.nodeAt(pos);
  const id = idOf(block);
  // A bookmark outlives its paragraph, and says what is meant by it.
  const own = id && index.standing.has(id) ? index.destination(id) : undefined;
  if (own) return { target: targetOf(own), made: null };
  const around = lineOf($pos.depth > 0 ? $pos.parent : (block ?? tr.doc));
  const { name } = freeName(shortened(around || "Place", 60), index);
  const start = $pos.depth > 0 ? $pos.start() : pos;
  return { target: { kind: "destination", id: addBookmark(tr, start, start, name), was: name }, made: name };
}
