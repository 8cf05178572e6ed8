import type { Node } from "prosemirror-model";
import { pictureWords, type Manuscript } from "@/core/document";
import { indexDocument, noteNumber } from "@/core/destinations";
import { WrittenReferences } from "../written-references";
import { entryWords, listEntries } from "@/core/wayfinding";

/** Writes the words of a document: paragraphs parted by blank lines, lists with their signs, cells parted by tabs. */
export function writeText({ doc }: Manuscript, pages: number | null = null): { text: string; promised: [] } {
  const index = indexDocument(doc);
  const counts = { foot: 0, end: 0 };
  const references = new WrittenReferences(index, pages);
  const leafWords: LeafWords = (leaf) => {
    if (leaf.type.name === "cross_reference") return references.words(leaf);
    if (leaf.type.name === "computation") return references.value(leaf);
    const place = leaf.attrs.place as "foot" | "end";
    return noteSign(place, ++counts[place]);
  };
  const blockText = (node: Node) => textOf(node, leafWords);
  const blocks: string[] = [];
  doc.forEach((block) => {
    if (block.type.name === "contents_list") {
      const lines = listEntries(index, block).map((entry) => "  ".repeat(entry.depth) + entryWords(entry));
      blocks.push([block.attrs.heading as string, ...lines].filter(Boolean).join("\n"));
    } else blocks.push(blockText(block));
  });
  const notes = index.notes.map(({ place, number, text }) => `${noteSign(place, number)} ${text}`);
  if (notes.length > 0) blocks.push(notes.join("\n"));
  return { text: blocks.filter((block) => block !== "").join("\n\n") + "\n", promised: [] };
}

function noteSign(place: "foot" | "end", number: number): string {
  return `[${noteNumber(place, number)}]`;
}

/** What has words that it does not hold. */
const MADE = new Set(["note", "cross_reference", "computation"]);

/** What stands for a note, a cross-reference or a computed value. */
type LeafWords = (leaf: Node) => string;

function textOf(node: Node, leafWords: LeafWords): string {
  const childTexts = (of: Node) => of.content.content.map((child) => textOf(child, leafWords));
  const inlineText = (of: Node) => wordsOf(of, leafWords);
  switch (node.type.name) {
    case "bullet_list":
    case "ordered_list": {
      const start = (node.attrs.start as number | undefined) ?? 1;
      const ordered = node.type.name === "ordered_list";
      return childTexts(node)
        .map((text, i) => (ordered ? `${start + i}. ` : "- ") + text.replace(/\n/g, "\n   "))
        .join("\n");
    }
    case "quotation":
      return childTexts(node)
        .join("\n\n")
        .replace(/^(?=.)/gm, "  ");
    case "list_item":
      return childTexts(node).join("\n");
    case "figure":
      return [pictureWords(node) && `[${pictureWords(node)}]`, inlineText(node)].filter(Boolean).join("\n");
    case "table": {
      const rows = childTexts(node.child(1));
      return [inlineText(node.child(0)), ...rows].filter(Boolean).join("\n");
    }
    case "table_row":
      return childTexts(node)
        .map((cell) => cell.replace(/\s*\n\s*/g, " "))
        .join("\t");
    case "table_cell":
    case "table_header":
      return childTexts(node).join("\n");
    case "equation":
      return `    ${node.attrs.tex as string}`;
    case "rule":
      return "* * *";
    case "page_break":
      return "\f";
    default:
      return inlineText(node);
  }
}

function wordsOf(node: Node, leafWords: LeafWords): string {
  let text = "";
  node.forEach((child) => {
    if (child.isText) text += child.text!;
    else if (child.type.name === "hard_break") text += "\n";
    else if (child.type.name === "formula") text += child.attrs.tex as string;
    else if (MADE.has(child.type.name)) text += leafWords(child);
  });
  return text;
}
