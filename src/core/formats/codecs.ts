import type { Manuscript } from "@/core/document";
import type { Archive } from "./archive/archive";
import { readDocx } from "./docx";
import { readEpub } from "./epub";
import type { ArchiveFormatName, TextFormatName } from "./formats";
import { readGateRope, writeGateRope } from "./gaterope";
import { declaredEncoding, readHtml, writeHtml } from "./html";
import type { ReadContext } from "./intake/read-context";
import { readMarkdown, writeMarkdown } from "./markdown";
import { readOdt } from "./odt";
import type { PromisedLink } from "./promised-link";
import { readText, writeText } from "./text";
import type { WriteOptions } from "./write-options";

/** How a format of text is read and written. */
export interface Codec {
  /** The encoding that a file names itself, where the format has a way to. */
  readonly encodingOf?: (bytes: Uint8Array) => string | null;
  /** The encoding of a file that names none and is not UTF-8. */
  readonly encodingOtherwise?: string;
  /** Throws a ReadError for what cannot be read. */
  readonly read: (text: string, context: ReadContext) => Manuscript;
  /** In the text signs stand for bytes (`bytes-in-text`). */
  readonly write: (
    manuscript: Manuscript,
    options: WriteOptions,
  ) => { readonly text: string; readonly promised: readonly PromisedLink[] };
}

export const CODECS: Record<TextFormatName, Codec> = {
  // As browsers do (HTML, 13.2.3.2).
  html: { encodingOf: declaredEncoding, encodingOtherwise: "windows-1252", read: readHtml, write: writeHtml },
  markdown: { read: readMarkdown, write: writeMarkdown },
  text: { read: readText, write: (manuscript, { pages }) => writeText(manuscript, pages) },
  gaterope: { read: readGateRope, write: writeGateRope },
};

/** How formats are read that are an archive of parts. Each throws a ReadError for what cannot be read. */
export const ARCHIVE_READERS: Record<
  ArchiveFormatName,
  (archive: Archive, context: ReadContext) => Manuscript
> = { docx: readDocx, odt: readOdt, epub: readEpub };
