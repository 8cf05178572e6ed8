import type { PictureType } from "@/core/document";
import type { Dropped, TextFormatName } from "@/core/formats";

/** What the reading thread is asked. */
export interface ReadingOrder {
  readonly name: string;
  readonly bytes: Uint8Array;
  /** Folder in which pictures that lie beside the file may be looked for; null for none. */
  readonly folder: string | null;
  /** Whether what stands around the text of a web page comes in as well. */
  readonly all?: boolean | undefined;
  /** In which language the text is; absent where the file or its words tell. */
  readonly language?: string | undefined;
}

/** What is told of a document where it is listed. */
export interface DocumentSummary {
  readonly title: string;
  readonly words: number;
  readonly sections: number;
  readonly adrift: number;
}

/** A document that was read, ready to be stored: no node objects cross between threads. */
export interface ReadDocument {
  readonly ok: true;
  readonly format: TextFormatName;
  readonly language: {
    readonly tag: string;
    /** Whether its words told it, as the file does not say it. */
    readonly recognised: boolean;
  };
  /** The document as JSON text. */
  readonly json: string;
  readonly pictures: readonly {
    readonly name: string;
    readonly type: PictureType;
    readonly bytes: Uint8Array;
  }[];
  /** Bytes of attached files, by the hash of their content. */
  readonly files: readonly (readonly [content: string, bytes: Uint8Array])[];
  readonly dropped: readonly Dropped[];
  readonly summary: DocumentSummary;
}

/** Why a file could not be read. */
export interface ReadFailure {
  readonly ok: false;
  readonly error: { readonly file: string; readonly reason: string; readonly line: number | null };
}

export type ReadOutcome = ReadDocument | ReadFailure;
