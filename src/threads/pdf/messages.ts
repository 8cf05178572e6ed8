import type { MissingCharacter } from "@/core/collab/file-job";
import type { PdfAttachment, PdfOptions, PdfProof } from "@/core/formats/pdf";
import type { DocumentOrder } from "../document-order";

/** What the thread that writes PDF files is asked. */
export interface PdfOrder extends DocumentOrder {
  readonly options: PdfOptions;
  /** Files that go along, beside the document itself where the options say so. */
  readonly attachments: readonly PdfAttachment[];
  /** The file to be written. It is whole only when the outcome has come. */
  readonly file: string;
}

/** A file that was written and read back. */
export interface MadePdf {
  readonly ok: true;
  readonly pages: number;
  readonly bytes: number;
  readonly proof: PdfProof;
  /** Links that lead nowhere in the file: broken in the document, or to a page that is not in it. */
  readonly leftOut: number;
  /** Characters that no font has. */
  readonly missing: readonly MissingCharacter[];
}

export type PdfOutcome = MadePdf | { readonly ok: false; readonly reason: string };
