import type { BlockContent, RootContent } from "mdast";
import type { Node } from "prosemirror-model";
import type { NodeAttributes } from "@/core/document";
import {
  contentsTree,
  entryWords,
  levelsOf,
  listEntries,
  writtenOptions,
  type ContentsBranch,
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

function words(value: string) {
  return { type: "text" as const, value };
}
