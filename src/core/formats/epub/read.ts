import type { Node } from "prosemirror-model";
import { isKind, languageFrom, withSettings, type Manuscript } from "@/core/document";
import { neededEntry, type Archive } from "../archive/archive";
import { escapeHtml } from "../html/escape";
import { readHtml } from "../html";
import { decodeText } from "../intake/decode";
import { lineOfHeading } from "../intake/page-title";
import { ReadError } from "../intake/read-error";
import type { ReadContext } from "../intake/read-context";
import { epubPackage } from "./package";
import { navigationLines } from "./navigation";
import { joinedSpine, ownMetas } from "./spine-text";
import { titledByNavigation } from "./titled-by-navigation";

/** Reads an e-book (EPUB 2 and 3) as one document, in the order of its spine. Throws a {@link ReadError} for any other file. */
export function readEpub(archive: Archive, context: ReadContext): Manuscript {
  const { title, language, spine, navigation } = epubPackage(archive);
  const files = spine.flatMap((path) => {
    const bytes = archive.bytesOf(path);
    if (bytes) return [{ path, text: textOf(path, bytes) }];
    context.dropped.add("file of text that is missing in the e-book", "Its package names it.");
    return [];
  });
  if (files.length === 0) neededEntry(archive, spine[0]!, "e-book");
  context.progress(0.3);
  const spoken = languageFrom(language);
  const html = `<html${spoken ? ` lang="${spoken}"` : ""}><head>${ownMetas(files)}<title>${escapeHtml(title)}</title></head><body>${joinedSpine(files)}</body></html>`;
  const read = readHtml(html, {
    ...context,
    // A book brings no furniture of a web page.
    all: true,
    pictureAt: (address) => archive.bytesOf(address),
  });
  const doc =
    navigation === null || ownMetas(files) !== ""
      ? read.doc
      : titledByNavigation(read.doc, navigationLines(archive, navigation));
  // What the first heading says as well is left to it, so that the title follows it.
  return title === "" || title === lineOfHeading(firstHeading(doc))
    ? { ...read, doc }
    : { ...read, doc: withSettings(doc, { title }) };
}

function firstHeading(doc: Node): Node | undefined {
  return doc.content.content.find((block) => isKind(block, "heading"));
}

function textOf(path: string, bytes: Uint8Array): string {
  try {
    return decodeText(bytes);
  } catch (error) {
    if (error instanceof ReadError) throw new ReadError(`${path}: ${error.reason}`, error.line);
    throw error;
  }
}
