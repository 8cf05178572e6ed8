import type { Node } from "prosemirror-model";
import { pictureWords, type NodeAttributes } from "@/core/document";
import { labelHtml, type BlockFrame } from "./block-frame";
import { escapeHtml } from "./escape";
import { inlineHtml } from "./inline-html";

/** A figure with its picture, label and caption. */
export function figureHtml(
  node: Node,
  { id, picture: name, width, place, decorative }: NodeAttributes["figure"],
  { own, aliases, output }: BlockFrame,
): string {
  const alt = escapeHtml(pictureWords(node));
  const source = name ? output.pictureAddress(name) : "";
  const picture = source
    ? `<img src="${escapeHtml(source)}" alt="${alt}"${decorative ? ' role="presentation"' : ""}>`
    : `<p class="no-picture" data-alt="${alt}">${alt || "Picture missing"}</p>`;
  const label = id ? output.index.captions.get(id) : undefined;
  const caption =
    node.content.size > 0 || label
      ? `<figcaption>${labelHtml(label, node.content.size > 0 ? ". " : "")}${inlineHtml(node, output)}</figcaption>`
      : "";
  const look =
    (width === null ? "" : ` data-width="${width}" style="--width: ${width}%"`) +
    (place === "line" ? "" : ` data-place="${place}"`) +
    (decorative ? " data-decorative" : "");
  return `<figure${own}${look}>${aliases}${picture}${caption}</figure>`;
}
