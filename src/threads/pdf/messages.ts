import type { MissingCharacter } from "@/core/collab/file-job";
import type { PictureType } from "@/core/document";
import type { PdfAttachment, PdfOptions, PdfProof } from "@/core/formats/pdf";
import type { AskedPlace } from "@/core/links";

/** What the thread that writes PDF files is asked. */
export interface PdfOrder {
  /** The document as JSON text. */
  readonly json: string;
  readonly pictures: readonly {
    readonly name: string;
    readonly type: PictureType;
    readonly bytes: Uint8Array;
  }[];
  readonly options: PdfOptions;
  /** Files that go along, beside the document itself where the options say so. */
  readonly attachments: readonly PdfAttachment[];
  /** What is known of the places of other documents, by their keys. */
  readonly asked: readonly (readonly [string, AskedPlace])[];
  /** Folder of the fonts and their tables. */
  readonly fonts: string;
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
