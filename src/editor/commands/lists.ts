import { Fragment, type Mark, type Node } from "prosemirror-model";
import type { EditorState, Transaction } from "prosemirror-state";
import type { DocumentIndex } from "@/core/index";
import {
  asKind,
  idOf,
  newId,
  schema,
  shortened,
  withId,
  type DestinationId,
  type EntryEdit,
  type FrozenList,
  type ListOptions,
} from "@/core/document";
import {
  contentsTree,
  entryWords,
  indexLines,
  isBookIndex,
  listEntries,
  optionsOf,
  orderedEntries,
  partsOfLine,
  type ContentsBranch,
  type IndexLine,
} from "@/core/wayfinding";

const { nodes, marks } = schema;

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

/** Adds a place to a list by hand. */
export function addEntry(tr: Transaction, pos: number, id: string): Transaction {
  const { added = [] } = optionsOf(tr.doc.nodeAt(pos)!);
  return setListOptions(tr, pos, { added: [...new Set([...added, id])] });
}

/** Adds a place to a menu of chosen ones, behind those that were chosen before. */
export function chooseEntry(tr: Transaction, pos: number, index: DocumentIndex, id: string): Transaction {
  const before = orderedEntries(index, tr.doc.nodeAt(pos)!).map((entry): string => entry.id);
  addEntry(tr, pos, id);
  return setListOptions(tr, pos, { order: [...before.filter((one) => one !== id), id] });
}

/** Takes a place out of a list again that was added by hand, with what was changed of its entry. */
export function removeAdded(tr: Transaction, pos: number, id: string): Transaction {
  const { added = [] } = optionsOf(tr.doc.nodeAt(pos)!);
  const left = added.filter((one) => one !== id);
  return setListOptions(editEntry(tr, pos, id, null), pos, { added: left.length > 0 ? left : null });
}

/** Puts an entry of a menu before another, or at the end. */
export function moveEntry(
  tr: Transaction,
  pos: number,
  index: DocumentIndex,
  id: string,
  before: string | null,
): Transaction {
  const others = orderedEntries(index, tr.doc.nodeAt(pos)!)
    .map((entry): string => entry.id)
    .filter((one) => one !== id);
  const at = before === null ? others.length : others.indexOf(before);
  return at < 0 ? tr : setListOptions(tr, pos, { order: [...others.slice(0, at), id, ...others.slice(at)] });
}

/** Turns a list into ordinary text with ordinary links, as it is now. */
export function freezeList(tr: Transaction, pos: number, index: DocumentIndex): Transaction {
  const list = tr.doc.nodeAt(pos)!;
  const heading = asKind(list, "contents_list")!.heading;
  const title = heading ? [nodes.paragraph.create(null, schema.text(heading, [marks.strong.create()]))] : [];
  const tree = contentsTree(listEntries(index, list));
  const { from, to, list: options } = asKind(list, "contents_list")!;
  const frozen: FrozenList = { heading, from, to, list: options };
  const items = isBookIndex(list) ? indexItems(indexLines(index), index) : bulletItems(tree);
  const bullets = items.length > 0 ? [nodes.bullet_list.create({ frozen }, items)] : [];
  const blocks = [...title, ...bullets];
  if (blocks.length === 0) return tr.delete(pos, pos + list.nodeSize);
  // What leads to the list leads to its text from now on.
  const [first, ...rest] = blocks.map((block) => withId(block, newId()));
  const kept = withId(first!, idOf(list)!);
  return tr.replaceWith(pos, pos + list.nodeSize, Fragment.fromArray([kept, ...rest]));
}

/** Whether the block with the caret is the text of a list that was generated. */
export function frozenAt({ selection: { $from } }: EditorState): Node | null {
  const block = $from.depth === 0 ? $from.nodeAfter : $from.node(1);
  return asKind(block, "bullet_list")?.frozen ? block : null;
}

/** Puts the living list back in place of its text, where the caret stands; null where there is none. */
export function thawList(tr: Transaction, state: EditorState): Transaction | null {
  const block = frozenAt(state);
  if (!block) return null;
  const { $from } = state.selection;
  const pos = $from.depth === 0 ? $from.pos : $from.before(1);
  const frozen = asKind(block, "bullet_list")!.frozen!;
  const before = state.doc.resolve(pos).nodeBefore;
  const titled = frozen.heading !== "" && before?.isTextblock && before.textContent === frozen.heading;
  // What leads to its text leads to the list.
  const first = titled ? before : block;
  const list = nodes.contents_list.create({ ...frozen, id: idOf(first)! });
  return tr.replaceWith(titled ? pos - before.nodeSize : pos, pos + block.nodeSize, list);
}

function bulletItems(branches: readonly ContentsBranch[]): Node[] {
  return branches.map(({ id, text, below, ...branch }) => {
    const words = schema.text(entryWords({ id, text, ...branch }), [linkTo(id, text)]);
    return itemOf([words], bulletItems(below));
  });
}

/** The lines of an index; the numbers of sections stand there, since pages change. */
function indexItems(lines: readonly IndexLine[], index: DocumentIndex): Node[] {
  const items: Node[] = [];
  for (let i = 0; i < lines.length;) {
    const main = lines[i++]!;
    const below: Node[] = [];
    while (i < lines.length && lines[i]!.depth > main.depth)
      below.push(itemOf(indexWords(lines[i++]!, index)));
    items.push(itemOf(indexWords(main, index), below));
  }
  return items;
}

function indexWords(line: IndexLine, index: DocumentIndex): Node[] {
  return partsOfLine(line, index, null).map(({ words, place, sends }) =>
    schema.text(words, place ? [linkTo(place.id, place.name)] : sends ? [marks.emphasis.create()] : []),
  );
}

function itemOf(words: readonly Node[], below: readonly Node[] = []): Node {
  const line = nodes.paragraph.create(null, words);
  return nodes.list_item.create(
    null,
    below.length > 0 ? [line, nodes.bullet_list.create(null, below)] : line,
  );
}

function linkTo(id: DestinationId, was: string): Mark {
  return marks.link.create({ target: { kind: "destination", id, was: shortened(was, 200) } });
}
