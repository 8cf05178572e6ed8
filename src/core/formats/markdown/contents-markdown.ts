import type { BlockContent, List, ListItem, PhrasingContent, RootContent } from "mdast";
import type { Node } from "prosemirror-model";
import type { NodeAttributes } from "@/core/document";
import {
  contentsTree,
  entryWords,
  indexLines,
  isBookIndex,
  levelsOf,
  listEntries,
  partsOfLine,
  writtenOptions,
  type ContentsBranch,
  type IndexLine,
  type IndexPart,
} from "@/core/wayfinding";
import { contentsComment, CONTENTS_END } from "./conventions";
import { html, type MarkdownOutput } from "./markdown-output";

/** A generated list with its lines as they are now, between comments that say how it is made. */
export function contentsMarkdown(
  node: Node,
  { id, heading }: NodeAttributes["contents_list"],
  _pos: number,
  output: MarkdownOutput,
): RootContent[] {
  const anchor = (id && output.index.anchors.of(id)) || "contents";
  const tree = contentsTree(listEntries(output.index, node));
  return [
    html(contentsComment({ ...levelsOf(node), options: writtenOptions(node) }, anchor, heading)),
    html(`${id ? output.earlier("div", id) : ""}<div id="${anchor}"></div>`),
    ...(heading
      ? [{ type: "paragraph" as const, children: [{ type: "strong" as const, children: [words(heading)] }] }]
      : []),
    ...(tree.length > 0 ? [branchesMarkdown(tree, output)] : []),
    ...(isBookIndex(node) ? bookIndexMarkdown(indexLines(output.index), output) : []),
    html(CONTENTS_END),
  ];
}

function branchesMarkdown(branches: readonly ContentsBranch[], output: MarkdownOutput): BlockContent {
  return {
    type: "list",
    ordered: false,
    spread: false,
    children: branches.map((branch) => {
      const name = entryWords(branch);
      const line: BlockContent = {
        type: "paragraph",
        children: [{ type: "link", url: output.html.hrefOf(branch.id, name), children: [words(name)] }],
      };
      const below = branch.below.length > 0 ? [branchesMarkdown(branch.below, output)] : [];
      return { type: "listItem", spread: false, children: [line, ...below] };
    }),
  };
}

/** The lines of an index, those below an entry in a list of their own. */
function bookIndexMarkdown(lines: readonly IndexLine[], output: MarkdownOutput): List[] {
  const items: { line: IndexLine; below: IndexLine[] }[] = [];
  for (const line of lines) {
    if (line.depth === 0) items.push({ line, below: [] });
    else items.at(-1)!.below.push(line);
  }
  const list = (children: ListItem[]): List[] =>
    children.length === 0 ? [] : [{ type: "list", ordered: false, spread: false, children }];
  const item = (line: IndexLine, below: readonly IndexLine[]): ListItem => ({
    type: "listItem",
    spread: false,
    children: [
      {
        type: "paragraph",
        children: partsOfLine(line, output.index, null).map((part) => indexPartMarkdown(part, output)),
      },
      ...list(below.map((one) => item(one, []))),
    ],
  });
  return list(items.map(({ line, below }) => item(line, below)));
}

function indexPartMarkdown(
  { words: label, place, sends }: IndexPart,
  output: MarkdownOutput,
): PhrasingContent {
  if (place) return { type: "link", url: output.html.hrefOfIndexed(place, label), children: [words(label)] };
  return sends ? { type: "emphasis", children: [words(label)] } : words(label);
}

function words(value: string) {
  return { type: "text" as const, value };
}
