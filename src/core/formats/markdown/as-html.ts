import type { Html } from "mdast";
import type { Node } from "prosemirror-model";
import { isKind } from "@/core/document";
import { blockHtml } from "../html/block-html";
import { html, type MarkdownOutput } from "./markdown-output";

/** A block that Markdown has no sign for, as HTML. But for code by itself, a blank line would end it (CommonMark 0.31, 4.6). */
export function asHtml(node: Node, output: MarkdownOutput, start?: number): Html {
  const written = blockHtml(node, output.html, start);
  return html(isKind(node, "code_block") ? written : written.replaceAll("\n", "&#10;"));
}
