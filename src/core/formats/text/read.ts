import type { Manuscript } from "@/core/document";
import { DocumentBuilder } from "../intake/document-builder";
import { titleFromName, type ReadContext } from "../intake/read-context";

/** Reads plain text: a blank line ends a paragraph, line ends inside one are kept as they are. */
export function readText(text: string, context: ReadContext): Manuscript {
  const builder = new DocumentBuilder(context.dropped);
  const lines = text.replace(/^\uFEFF/, "").split(/\r\n|\r|\n|\u2028|\u2029/);
  let open = false;
  lines.forEach((line, i) => {
    if (i % 20_000 === 0) context.progress(i / lines.length);
    if (line.includes("\f")) {
      builder.closeTextblock();
      builder.addLeaf("page_break");
      open = false;
    }
    const words = line.replace(/\f/g, "").trimEnd();
    if (words.trim() === "") {
      builder.closeTextblock();
      open = false;
      return;
    }
    if (open) builder.hardBreak();
    else builder.openTextblock("paragraph");
    open = true;
    builder.text(words.replace(/\t/g, "    "));
  });
  return builder.finish(titleFromName(context.name), () => undefined);
}
