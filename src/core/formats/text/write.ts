import type { Node } from "prosemirror-model";
import type { Manuscript } from "@/core/document";
import { indexDocument } from "@/core/destinations";
import { contentsEntries, levelsOf } from "@/core/wayfinding";

/** Writes the words of a document: paragraphs parted by blank lines, lists with their signs, cells parted by tabs. */
export function writeText({ doc }: Manuscript): { text: string; promised: [] } {
  const index = indexDocument(doc);
  const blocks: string[] = [];
  doc.forEach((block) => {
    if (block.type.name === "contents_list") {
      const lines = contentsEntries(index, levelsOf(block)).map(
        (entry) => "  ".repeat(entry.depth) + entry.text,
      );
      blocks.push([block.attrs.heading as string, ...lines].filter(Boolean).join("\n"));
    } else blocks.push(blockText(block));
  });
  return { text: blocks.filter((block) => block !== "").join("\n\n") + "\n", promised: [] };
}

function blockText(node: Node): string {
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
      return [node.attrs.alt && `[${node.attrs.alt as string}]`, inlineText(node)].filter(Boolean).join("\n");
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
    case "rule":
      return "* * *";
    case "page_break":
      return "\f";
    default:
      return inlineText(node);
  }
}

function childTexts(node: Node): string[] {
  return node.content.content.map(blockText);
}

function inlineText(node: Node): string {
  return node.textBetween(0, node.content.size, "\n", (leaf) =>
    leaf.type.name === "hard_break" ? "\n" : "",
  );
}
