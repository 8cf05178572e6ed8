import type { Node } from "prosemirror-model";
import type { EditorState, Transaction } from "prosemirror-state";
import type { DocumentIndex, Heading } from "@/core/index";
import { bookmarkEntry, idOf, isKind, newId, schema } from "@/core/document";
import { RegistryStep } from "@/core/steps";
import { linesOf, titleInContents, TitleMap } from "@/core/structure";
import { freeName } from "./bookmarks";
import { linkRange, targetOf } from "./links";

const { nodes, marks } = schema;

/** A line of typed titles, and the section that has this title. */
export interface TitledLine {
  readonly from: number;
  readonly to: number;
  readonly text: string;
  readonly meant: Heading | null;
}

/**
 * The lines of typed titles that are chosen, each with the section of the same title; where nothing is chosen, those of the list or
 * of the run of paragraphs at the caret.
 */
export function titledLines(state: EditorState, index: DocumentIndex): TitledLine[] {
  const titles = new TitleMap<Heading>();
  for (const heading of index.headings) titles.add(heading.name, heading);
  const { from, to, empty } = state.selection;
  const lines: TitledLine[] = [];
  state.doc.nodesBetween(from, empty ? from : to, (block, pos) => {
    if (isKind(block, "heading")) return false;
    for (const line of linesIn(block, pos)) {
      const text = titleInContents(line.text);
      lines.push({ from: line.from, to: line.from + text.length, text, meant: titles.get(text) ?? null });
    }
    return false;
  });
  return lines;
}

function linesIn(block: Node, pos: number): { from: number; text: string }[] {
  const found: { from: number; text: string }[] = [];
  const add = (textblock: Node, start: number) => {
    for (const { from, to } of linesOf(textblock)) {
      const raw = textblock.textBetween(from, to, undefined, "\ufffc");
      const text = raw.trim();
      if (text !== "") found.push({ from: start + from + raw.indexOf(text), text });
    }
  };
  if (block.isTextblock) add(block, pos + 1);
  else
    block.descendants((node, at) => {
      if (node.isTextblock) add(node, pos + at + 2);
      return !node.isTextblock;
    });
  return found;
}

/**
 * Links lines to the sections of their titles. With `back`, a link with these words stands at the end of each of these sections and
 * leads to the first line's block, on which a bookmark is set.
 */
export function linkTitles(
  tr: Transaction,
  index: DocumentIndex,
  lines: readonly { readonly from: number; readonly to: number; readonly meant: Heading }[],
  back: string | null,
): Transaction {
  for (const { from, to, meant } of lines) linkRange(tr, from, to, targetOf(meant));
  const [first] = lines;
  if (back === null || !first) return tr;
  const list = tr.doc.resolve(first.from).node(1);
  const known = index.bookmarks.find(
    ({ shape, block }) => shape === "block" && index.doc.child(block) === list,
  );
  const id = known?.id ?? newId();
  const { name } = known ?? freeName("List of sections", index);
  const target = { kind: "destination" as const, id, was: name };
  const ends = new Set(lines.map(({ meant }) => index.sectionOf(meant.id)!.end));
  // From the end, so that each finds its place where it is.
  for (const end of [...ends].sort((a, b) => b - a))
    tr.insert(
      end,
      nodes.paragraph.create({ id: newId() }, schema.text(back, [marks.link.create({ target })])),
    );
  if (!known)
    tr.step(
      new RegistryStep({
        part: "bookmarks",
        id,
        entry: bookmarkEntry("block", name, idOf(list)!),
      }),
    );
  return tr;
}
