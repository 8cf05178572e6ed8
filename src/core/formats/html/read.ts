import { parse } from "parse5";
import { decodeSafely, type Manuscript } from "@/core/document";
import { DocumentBuilder } from "../intake/document-builder";
import type { ReadContext } from "../intake/read-context";
import { ReadError } from "../intake/read-error";
import { HtmlReading } from "./html-reading";
import { withPairedNotes } from "./paired-notes";
import { withDrawings } from "./drawings";
import { isOwnFile } from "./own-file";
import { withoutFurniture } from "./web-page";

/**
 * Reads an HTML file straight into the model. `id` and `name` anchors become anchors of headings, figures and tables, or
 * bookmarks; `href="#…"` becomes a link by id. Scripts, handlers, styles, frames and remote loads never come in.
 */
export function readHtml(written: string, context: ReadContext): Manuscript {
  if (!/<[a-z!/?][^>]*>/i.test(written))
    throw new ReadError("There is no HTML tag in the file, so it is not HTML.");
  refuseCutOff(written);
  const { dropped } = context;
  const text = withDrawings(withoutFurniture(withPairedNotes(written), context), dropped);
  const builder = new DocumentBuilder(context.dropped, context.putAway);
  const isOwn = isOwnFile(written);
  builder.hasNoteMarks = !isOwn;
  const reading = new HtmlReading(builder, context, wantedAnchors(text), true);
  context.progress(0.2);
  reading.read(text);
  context.progress(0.8);
  if (isOwn) builder.title = reading.title;
  else builder.windowTitle = reading.title ?? "";
  if (reading.returns) builder.returns = reading.returns;
  return builder.finish(context, () => undefined);
}

const CUT_OFF = new Set([
  "eof-in-tag",
  "eof-in-comment",
  "eof-in-doctype",
  "eof-in-script-html-comment-like-text",
  "eof-in-cdata",
]);

/** A file that does not end with a tag is looked at once more, for whether it ends inside one. */
function refuseCutOff(text: string): void {
  if (text.trimEnd().endsWith(">")) return;
  parse(text, {
    onParseError: (error) => {
      if (CUT_OFF.has(error.code)) throw new ReadError("The file is cut off inside a tag.", error.startLine);
    },
  });
}

/** The anchors that links of the file lead to. */
export function wantedAnchors(text: string): ReadonlySet<string> {
  const wanted = new Set<string>();
  for (const [, anchor] of text.matchAll(/\shref\s*=\s*["']?[^"'>\s#]*#([^"'>\s]+)/gi))
    wanted.add(decodeSafely(anchor!));
  return wanted;
}
