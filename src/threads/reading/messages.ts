import type { PictureType } from "@/core/document";
import type { StepJSON } from "@/core/steps";
import type { ImportReport, ReadFormatName } from "@/core/formats";

/** What the reading thread is asked. */
export interface ReadingOrder {
  readonly name: string;
  /** The bytes of the file; of one that is an archive of parts, where it lies. */
  readonly source: Uint8Array | string;
  /** Folder into which pictures are put, so that memory holds one at a time; absent where they are answered with the document. */
  readonly spool?: string | undefined;
  /** Folder in which pictures that lie beside the file may be looked for; null for none. */
  readonly folder: string | null;
  /** Whether what stands around the text of a web page comes in as well. */
  readonly all?: boolean | undefined;
  /** Where the file lies in its bytes, which are a ZIP archive of it and what lies beside it; absent where they are the file itself. */
  readonly within?: string | undefined;
  /** The language of the text; absent if the file or its words tell. */
  readonly language?: string | undefined;
  /** The document, as JSON text, that the file updates; absent for a new one. */
  readonly update?: string | undefined;
}

/** What is told of a document where it is listed. */
export interface DocumentSummary {
  readonly title: string;
  /** Its first words beside titles. */
  readonly opening: string;
  readonly words: number;
  readonly sections: number;
  readonly brokenLinks: number;
}

/** A document that was read, ready to be stored: no node objects cross between threads. */
export interface ReadDocument {
  readonly ok: true;
  readonly format: ReadFormatName;
  /** The document as JSON text. */
  readonly json: string;
  readonly pictures: readonly {
    readonly name: string;
    readonly type: PictureType;
    /** Where it lies in the spool, or its bytes. */
    readonly source: Uint8Array | string;
  }[];
  /** Bytes of attached files, by the hash of their content. */
  readonly files: readonly (readonly [content: string, bytes: Uint8Array])[];
  readonly report: ImportReport;
  readonly summary: DocumentSummary;
  /** The steps that turn the updated document into this one; null for a new document. */
  readonly steps: readonly StepJSON[] | null;
}

/** Why a file could not be read. */
export interface ReadFailure {
  readonly ok: false;
  readonly error: { readonly file: string; readonly reason: string; readonly line: number | null };
}

export type ReadOutcome = ReadDocument | ReadFailure;
