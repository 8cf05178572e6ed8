import { schema } from "@/core/document";
import type { Manuscript } from "@/core/document";
import { behindTypedNumber } from "../intake/caption-number";
import { DocumentBuilder } from "../intake/document-builder";
import type { ReadContext } from "../intake/read-context";
import { drawingOf, type DrawnTable } from "./drawn-table";
import { paragraphsOf } from "./paragraphs";

/** What is drawn across a page to part what is above it from what is below. */
const DRAWN_LINE = /^(?:([-=_*~])\1{4,}|\*(?:\s+\*){2,})$/;

/**
 * Reads plain text: a blank line ends a paragraph, a form feed is a page break; line ends inside one are joined where the text
 * was wrapped at a column, and kept where they mean something, see {@link paragraphsOf}. A table drawn with bars and lines
 * becomes one, with the line above that calls it a table as its caption; what else is drawn so keeps its look.
 */
export function readText(text: string, context: ReadContext): Manuscript {
  const builder = new DocumentBuilder(context.dropped);
  const pages = text.replace(/^\uFEFF/, "").split("\f");
  pages.forEach((page, i) => {
    if (i > 0) builder.addLeaf(schema.nodes.page_break.create());
    const { paragraphs, joined } = paragraphsOf(page.split(/\r\n|\r|\n|\u2028|\u2029/));
    if (joined > 0)
      context.dropped.add(
        "joined line end",
        "The text was wrapped at a column; its lines are joined where they are one paragraph.",
        joined,
      );
    const drawings = paragraphs.map(drawingOf);
    for (const [at, lines] of paragraphs.entries()) {
      if (at % 10_000 === 0) context.progress((i + at / paragraphs.length) / pages.length);
      if (lines.length === 1 && DRAWN_LINE.test(lines[0]!.trim())) {
        builder.addLeaf(schema.nodes.rule.create());
        continue;
      }
      const drawing = drawings[at];
      if (drawing) {
        if (drawing.table) addTable(builder, drawing.table, captionOf(paragraphs[at - 1]));
        else {
          builder.openTextblock("code_block");
          builder.text(lines.join("\n"));
          builder.closeTextblock();
        }
        continue;
      }
      // It comes with the table below it.
      if (drawings[at + 1]?.table && captionOf(lines) !== null) continue;
      builder.openTextblock("paragraph");
      lines.forEach((line, n) => {
        if (n > 0) builder.hardBreak();
        builder.text(line);
      });
      builder.closeTextblock();
    }
  });
  return builder.finish(context, () => undefined);
}

/** The caption that a paragraph above a table is, with the number typed before it; or null. */
function captionOf(lines: readonly string[] | undefined): string | null {
  const line = lines?.length === 1 ? lines[0]!.trim() : "";
  return /^tab/i.test(line) && behindTypedNumber(line) !== null ? line : null;
}

function addTable(builder: DocumentBuilder, { rows, headers }: DrawnTable, caption: string | null): void {
  builder.openTable();
  if (caption !== null) {
    builder.openTextblock("caption");
    builder.text(caption);
    builder.closeTextblock();
  }
  rows.forEach((cells, i) => {
    builder.openRow();
    for (const cell of cells) {
      builder.openCell(i < headers, 1, 1, null);
      builder.text(cell);
      builder.closeCell();
    }
  });
  builder.closeTable();
}
