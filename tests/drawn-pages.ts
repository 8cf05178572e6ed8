import { type Node } from "prosemirror-model";
import { paragraph } from "#tests/editing";
import { laidOut } from "#tests/page-fonts";
import { FIRST_SETUP, FIRST_SHEET, type StyleSheet } from "@/core/document";
import { readFile as readDocument } from "@/core/formats";
import { drawPage, type DrawnWords, type PageDrawing } from "@/core/layout";

/** What stands on pages that were drawn. */
export const { margins, width, height } = FIRST_SETUP;
export const LEFT = margins.left;
export const RIGHT = width - margins.right;

export const markdown = (text: string) => {
  const read = readDocument("a.md", new TextEncoder().encode(text));
  if (!read.ok) throw new Error(read.error.reason);
  return read.manuscript.doc;
};
export const withSheet = (doc: Node, sheet: Partial<StyleSheet>) =>
  doc.type.create({ ...doc.attrs, styles: { ...FIRST_SHEET, ...sheet } }, doc.content);
export const words = (drawing: PageDrawing) =>
  drawing.items.filter((item): item is DrawnWords => item.kind === "words");
export const find = (drawing: PageDrawing, text: string) => {
  const found = words(drawing).find((item) => item.text.includes(text));
  if (!found) throw new Error(`“${text}” is not on the page`);
  return found;
};
export const first = async (doc: Node) => drawPage(await laidOut(doc), 0);
export const fill = (lines: number) => Array.from({ length: lines }, () => paragraph("a line"));
