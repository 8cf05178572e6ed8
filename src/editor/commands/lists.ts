import { Fragment, type Node } from "prosemirror-model";
import type { Transaction } from "prosemirror-state";
import type { DocumentIndex } from "@/core/destinations";
import { newId, schema, shortened, type EntryEdit, type ListKind, type ListOptions } from "@/core/document";
import {
  contentsTree,
  entryWords,
  LIST_TITLES,
  listEntries,
  optionsOf,
  type ContentsBranch,
} from "@/core/wayfinding";

const { nodes, marks } = schema;

/** A new list of a kind, called as such lists are. */
export function generatedList(of: ListKind): Node {
  const list: ListOptions = of === "sections" ? {} : { of };
  return nodes.contents_list.create({ id: newId(), heading: LIST_TITLES[of], list });
}

/** A new menu: a button for each section of the first level that there are several of. */
export function generatedMenu(index: DocumentIndex): Node {
  const counts = [1, 2, 3, 4, 5, 6].map(
    (level) => index.headings.filter((one) => one.level === level).length,
  );
  const level = Math.max(1, counts.findIndex((count) => count > 1) + 1);
  return nodes.contents_list.create({
    id: newId(),
    heading: "",
    from: level,
    to: level,
    list: { buttons: true, plain: true, pageless: true },
  });
}

/** Changes options of a list; null takes one back to what it is at first. */
export function setListOptions(
  tr: Transaction,
  pos: number,
  changed: { readonly [K in keyof ListOptions]?: ListOptions[K] | null },
): Transaction {
  const list = tr.doc.nodeAt(pos)!;
  const merged = Object.entries({ ...optionsOf(list), ...changed });
  const next = Object.fromEntries(merged.filter(([, value]) => value !== null && value !== undefined));
  return tr.setNodeAttribute(pos, "list", next);
}

/** Changes one entry of a list by hand; null gives it back to its place. */
export function editEntry(tr: Transaction, pos: number, id: string, edit: EntryEdit | null): Transaction {
  const { [id]: _, ...others } = optionsOf(tr.doc.nodeAt(pos)!).entries ?? {};
  const entries = edit ? { ...others, [id]: edit } : others;
  return setListOptions(tr, pos, { entries: Object.keys(entries).length > 0 ? entries : null });
}

/** Turns a list into ordinary text with ordinary links, as it is now. */
export function freezeList(tr: Transaction, pos: number, index: DocumentIndex): Transaction {
  const list = tr.doc.nodeAt(pos)!;
  const heading = list.attrs.heading as string;
  const title = heading ? [nodes.paragraph.create(null, schema.text(heading, [marks.strong.create()]))] : [];
  const tree = contentsTree(listEntries(index, list));
  const blocks = [...title, ...(tree.length > 0 ? [bulletsOf(tree)] : [])];
  if (blocks.length === 0) return tr.delete(pos, pos + list.nodeSize);
  // What leads to the list leads to its text from now on.
  const [first, ...rest] = blocks.map((block) =>
    block.type.create({ ...block.attrs, id: newId() }, block.content),
  );
  const kept = first!.type.create({ ...first!.attrs, id: list.attrs.id as string }, first!.content);
  return tr.replaceWith(pos, pos + list.nodeSize, Fragment.fromArray([kept, ...rest]));
}

function bulletsOf(branches: readonly ContentsBranch[]): Node {
  return nodes.bullet_list.create(
    null,
    branches.map((branch) => {
      const words = entryWords(branch);
      const target = { kind: "destination", id: branch.id, was: shortened(branch.text, 200) };
      const line = nodes.paragraph.create(null, schema.text(words, [marks.link.create({ target })]));
      return nodes.list_item.create(null, branch.below.length > 0 ? [line, bulletsOf(branch.below)] : line);
    }),
  );
}
