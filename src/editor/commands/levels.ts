import type { Node } from "prosemirror-model";
import type { Command, EditorState, Transaction } from "prosemirror-state";
import { coversAll, idOf, isKind, levelOf, schema, settingsOf, type Series } from "@/core/document";
import { BlockKindStep, StyleStep, type TextBlockKind } from "@/core/steps";
import { styleOf } from "@/core/index";
import { TitleMap, typedNumber, type ProposedTitle, type TypedContents } from "@/core/structure";
import { newList } from "@/core/wayfinding";

const { marks } = schema;

/** Gives the selected paragraphs and headings a level: 1 to 6, or 0 for plain text. Ids and words stay. */
export function setLevel(level: number): Command {
  return (state, dispatch) => {
    const tr = state.tr;
    for (const { node, pos } of selectedBlocks(state)) {
      const isText = isKind(node, "paragraph", "heading");
      if (isText && levelOf(node) !== level) giveLevel(tr, node, pos, level);
    }
    if (!tr.docChanged) return false;
    dispatch?.(tr.scrollIntoView());
    return true;
  };
}

/** The level of the block the selection begins in: 0 for text, null where no level can be given. */
export function currentLevel(state: EditorState): number | null {
  const { $from } = state.selection;
  if ($from.depth !== 1) return null;
  const block = $from.parent;
  return isKind(block, "heading", "paragraph") ? levelOf(block) : null;
}

/**
 * Gives many titles the levels they were proposed with, and puts a living contents list in place of typed ones, all as
 * one change. Both are of the document as it is. With `counted` the numbers that were typed before titles go, and their levels
 * are counted by their styles instead.
 */
export function makeStructure(
  tr: Transaction,
  titles: readonly ProposedTitle[],
  typed: readonly TypedContents[] = [],
  { counted = false } = {},
): Transaction {
  const { doc } = tr;
  if (counted) countTitles(tr, titles);
  const deepest = deepestListed(doc, titles, typed);
  const changes = [
    ...titles.map((title) => ({
      at: title.pos,
      make: () => {
        const appendix = counted && (typedNumber(title.words)?.appendix ?? false);
        giveLevel(tr, doc.nodeAt(title.pos)!, title.pos, title.level, appendix ? "appendix" : null);
        if (title.surplus) tr.delete(title.surplus.from, title.surplus.to);
        const number = counted ? typedNumber(title.words) : null;
        if (number) tr.delete(title.pos + 1, title.pos + 1 + number.length);
      },
    })),
    ...typed.map(({ from, to }, i) => ({
      at: from,
      make: () =>
        i === 0
          ? tr.replaceWith(from, to, newList("sections", doc, { from: 1, to: deepest }))
          : tr.delete(from, to),
    })),
  ];
  // From the end, so that each finds its place where it is.
  for (const { make } of changes.sort((a, b) => b.at - a.at)) make();
  return tr;
}

/** As deep as typed contents lists were, as far as their lines are headings or will be. */
function deepestListed(doc: Node, titles: readonly ProposedTitle[], typed: readonly TypedContents[]): number {
  const levels = new TitleMap<number>();
  for (const { words, level } of titles) levels.add(words, level);
  doc.forEach((block) => isKind(block, "heading") && levels.add(block.textContent, levelOf(block)));
  const named = typed.flatMap(({ lines }) => lines.map(({ title }) => levels.get(title) ?? 1));
  return Math.max(1, ...named);
}

/** Has the levels of titles with a typed number counted by their styles, unless those count already. */
function countTitles(tr: Transaction, titles: readonly ProposedTitle[]): void {
  const levels = new Set(titles.filter(({ words }) => typedNumber(words) !== null).map(({ level }) => level));
  for (const level of levels) {
    const style = styleOf(level);
    if (settingsOf(tr.doc).styles.styles[style].numbering === "none")
      tr.step(new StyleStep({ style, look: { numbering: "decimal" } }));
  }
}

/** The blocks directly in the document that the selection touches. */
export function selectedBlocks(state: EditorState): { node: Node; pos: number }[] {
  const blocks: { node: Node; pos: number }[] = [];
  state.doc.nodesBetween(state.selection.from, state.selection.to, (node, pos) => {
    blocks.push({ node, pos });
    return false;
  });
  return blocks;
}

export function kindStep(id: string, kind: TextBlockKind, level = 1): BlockKindStep {
  return new BlockKindStep(id, kind, kind === "heading" ? { level } : {});
}

function giveLevel(tr: Transaction, node: Node, pos: number, level: number, series: Series = null): void {
  const id = idOf(node)!;
  tr.step(
    series
      ? new BlockKindStep(id, "heading", { level, series })
      : kindStep(id, level === 0 ? "paragraph" : "heading", level),
  );
  if (level === 0 || isKind(node, "heading")) return;
  // Text that was all bold or larger, so that it looked like a title, is one now.
  for (const type of [marks.strong, marks.size])
    if (coversAll(node, (all) => Boolean(type.isInSet(all))))
      tr.removeMark(pos + 1, pos + 1 + node.content.size, type);
}
