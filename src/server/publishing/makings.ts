import type { Manuscript } from "@/core/document";
import type { FileStage } from "@/core/collab";
import type { ReaderPrograms } from "@/core/editions";
import type { ArchiveFormatName } from "@/core/formats/formats";
import type { BookFont } from "@/core/formats/office/office-options";
import type { CameFrom } from "@/core/formats/office/own-part";
import type { PdfOptions } from "@/core/formats/pdf";
import type { AskedPlace } from "@/core/links";
import { archiveInThread, archiveOrder, type MadeArchive } from "@/threads/archive";
import { pdfInThread, pdfOrder, type MadePdf } from "@/threads/pdf";
import type { FileInMaking } from "@/threads/make-in-thread";

/** A file that is being made in its thread. */
export type Making = FileInMaking<MadePdf | MadeArchive>;

/** The built threads in which files and editions are made, and what they need. */
export interface Makers {
  readonly pdfThread: string;
  readonly archiveThread: string;
  readonly editionThread: string;
  readonly fonts: string;
  readonly bookFonts: () => readonly BookFont[];
  readonly editionScripts: () => ReaderPrograms;
}

/** What is asked for, of a document with what is known of the places of other documents, by their keys. */
export interface Asked {
  readonly manuscript: Manuscript;
  readonly places?: ReadonlyMap<string, AskedPlace>;
}

/** A PDF in its thread. */
export function pdfMaking(
  { pdfThread, fonts }: Pick<Makers, "pdfThread" | "fonts">,
  { manuscript, places = new Map() }: Asked,
  options: PdfOptions,
  file: string,
  onStage: (stage: FileStage) => void,
): Making {
  return pdfInThread(pdfThread, pdfOrder(manuscript, { options, asked: [...places], fonts, file }), onStage);
}

/** A file of a word processor or an e-book in its thread. */
export function archiveMaking(
  { archiveThread, fonts, bookFonts }: Pick<Makers, "archiveThread" | "fonts" | "bookFonts">,
  { manuscript, places = new Map() }: Asked,
  format: ArchiveFormatName,
  from: CameFrom | null,
  file: string,
  onStage: (stage: FileStage) => void,
): Making {
  const more = {
    format,
    from,
    clean: from === null,
    asked: [...places],
    bookFonts: format === "epub" ? bookFonts() : [],
  };
  return archiveInThread(archiveThread, archiveOrder(manuscript, { ...more, fonts, file }), onStage);
}
