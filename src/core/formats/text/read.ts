import type { Manuscript } from "@/core/document";
import { DocumentBuilder } from "../intake/document-builder";
import { titleFromName, type ReadContext } from "../intake/read-context";
import { paragraphsOf } from "./paragraphs";

/** What is drawn across a page to part what is above it from what is below. */
const LINE_OF_SIGNS = /^(?:([-=_*~])\1{4,}|\*(?:\s+\*){2,})$/;

/**
 * Reads plain text: a blank line ends a paragraph, a form feed is a page break; line ends inside one are joined where the text
 * was wrapped at a column, and kept where they mean something, see {@link paragraphsOf}.
 */
export function readText(text: string, context: ReadContext): Manuscript {
  const builder = new DocumentBuilder(context.dropped);
  const pages = text.replace(/^\uFEFF/, "").split("\f");
  pages.forEach((page, i) => {
    if (i > 0) builder.addLeaf("page_break");
    const { paragraphs, joined } = paragraphsOf(page.split(/\r\n|\r|\n|\u2028|\u2029/));
    if (joined > 0)
      context.dropped.add(
        "joined line end",
        "The text was wrapped at a column; its lines are joined where they are one paragraph.",
        joined,
      );
    for (const [at, lines] of paragraphs.entries()) {
      if (at % 10_000 === 0) context.progress((i + at / paragraphs.length) / pages.length);
      if (lines.length === 1 && LINE_OF_SIGNS.test(lines[0]!.trim())) {
        builder.addLeaf("rule");
        continue;
      }
      builder.openTextblock("paragraph");
      lines.forEach((line, n) => {
        if (n > 0) builder.hardBreak();
        builder.text(line);
      });
      builder.closeTextblock();
    }
  });
  return builder.finish(titleFromName(context.name), () => undefined);
}
