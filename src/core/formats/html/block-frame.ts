import type { Node } from "prosemirror-model";
import type { Alignment } from "@/core/document";
import { escapeHtml } from "./escape";
import type { HtmlOutput } from "./html-output";

/** What is written around a block of its own, and where. */
export interface BlockFrame {
  /** The attribute that gives its anchor, with a space before it; empty for none. */
  readonly own: string;
  /** Elements that keep earlier anchors alive. */
  readonly aliases: string;
  readonly output: HtmlOutput;
  /** The number a list begins with, if not the one it says itself. */
  readonly start: number | undefined;
  /** Writes the blocks within a node. */
  readonly within: (node: Node) => string;
}

/** A number or label that is counted, so that reading leaves it to the counting. */
export function labelHtml(label: string | undefined, after = " "): string {
  return label ? `<span class="label" data-generated="number">${escapeHtml(label)}${after}</span>` : "";
}

/** How a block stands, as an attribute; empty where its style says it. */
export function aligned(align: Alignment): string {
  return align ? ` style="text-align: ${align}"` : "";
}
