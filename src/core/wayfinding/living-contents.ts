import type { Node } from "prosemirror-model";
import type { Transform } from "prosemirror-transform";
import { indexDocument } from "@/core/index";
import { asMark, idOf, idsWithin, isMark, schema, settingsOf, withId } from "@/core/document";
import type { Doubled, HandMadeContents } from "./doubled";
import { contentsList } from "./lists";
import { newList } from "./put-wayfinding";

/** All that links may lead to within contents lists that are replaced: the blocks, what has a name in them, and the bookmarks on them. */
export function placesIn(doc: Node, replaced: readonly Doubled[]): ReadonlySet<string> {
  const places = new Set<string>();
  for (const { kind, from, to } of replaced)
    if (kind === "contents") for (const id of idsWithin(doc.slice(from, to).content)) places.add(id);
  for (const [id, { block }] of Object.entries(settingsOf(doc).registry.bookmarks))
    if (block && places.has(block)) places.add(id);
  return places;
}

/** Links to the contents list that was made by hand lead to the one in its place. */
export function ledHome<T extends Transform>(tr: T, gone: ReadonlySet<string>): T {
  const list = contentsList(indexDocument(tr.doc));
  if (!list) return tr;
  tr.doc.descendants((node, pos) => {
    const link = node.marks.find((mark) => isMark(mark, "link"));
    const attributes = link && asMark(link, "link");
    if (!link || attributes?.target.kind !== "destination" || !gone.has(attributes.target.id)) return;
    const led = schema.marks.link.create({ ...attributes, target: { kind: "destination", id: list.id } });
    tr.removeMark(pos, pos + node.nodeSize, link).addMark(pos, pos + node.nodeSize, led);
  });
  return tr;
}

/** Puts a list that keeps itself current in place of one that was made by hand; links to that lead to it. */
export function makeLiving<T extends Transform>(tr: T, { from, to, levels }: HandMadeContents): T {
  const gone = placesIn(tr.doc, [{ kind: "contents", from, to }]);
  const first = idOf(tr.doc.nodeAt(from));
  const list = newList("sections", tr.doc, levels);
  tr.replaceWith(from, to, first ? withId(list, first) : list);
  return ledHome(tr, gone);
}
