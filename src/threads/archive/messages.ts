import type { ArchiveFormatName } from "@/core/formats/formats";
import type { FileProof } from "@/core/formats/office/file-proof";
import type { BookFont } from "@/core/formats/office/office-options";
import type { CameFrom } from "@/core/formats/office/own-part";
import type { DocumentOrder } from "../document-order";

/** What the thread is asked that writes files of word processors and e-books. */
export interface ArchiveOrder extends DocumentOrder {
  readonly format: ArchiveFormatName;
  /** The document and version it is made from; null where nobody knows. */
  readonly from: CameFrom | null;
  /** Whether it carries no trace of the document it came from. */
  readonly clean: boolean;
  /** Fonts that an e-book carries. */
  readonly bookFonts: readonly BookFont[];
  /** The file to be written. It is whole only when the outcome has come. */
  readonly file: string;
}

/** A file that was written, and whose links were followed in it. */
export interface MadeArchive {
  readonly ok: true;
  /** Of our own layout, whose numbers the file carries. */
  readonly pages: number;
  readonly bytes: number;
  readonly proof: FileProof & { readonly pages: number };
  /** Links that lead nowhere in the document; their words stand in the file. */
  readonly leftOut: number;
  readonly missing: readonly [];
}

export type ArchiveOutcome = MadeArchive | { readonly ok: false; readonly reason: string };
