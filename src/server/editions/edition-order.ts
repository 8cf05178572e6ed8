import type { PictureType } from "@/core/document";
import type { EditionManifest } from "@/core/editions/manifest";
import type { ReaderPrograms } from "@/core/editions";
import type { FileProof } from "@/core/formats/office/file-proof";
import type { BookFont } from "@/core/formats/office/office-options";
import type { AskedPlace } from "@/core/links";

/** What the thread is asked that writes editions. */
export interface EditionOrder {
  /** The document as JSON text. */
  readonly json: string;
  readonly pictures: readonly {
    readonly name: string;
    readonly type: PictureType;
    readonly bytes: Uint8Array;
  }[];
  /** The attached files, by their contents' names. */
  readonly files: ReadonlyMap<string, Uint8Array>;
  /** What is known of the places of other documents, by their keys. */
  readonly asked: readonly (readonly [string, AskedPlace])[];
  readonly bookFonts: readonly BookFont[];
  readonly scripts: ReaderPrograms;
  /** Folder of the fonts and their tables. */
  readonly fonts: string;
  /** Folder of the contents of all editions. */
  readonly contents: string;
  readonly issue: { readonly number: number; readonly date: string; readonly note: string };
  /** The same document in other forms, as they were made. */
  readonly downloads: readonly { readonly called: string; readonly path: string; readonly file: string }[];
}

/** An edition whose files are stored, and whose links were followed. */
export interface MadeEdition {
  readonly ok: true;
  /** Of readers. */
  readonly pages: number;
  readonly bytes: number;
  readonly proof: FileProof & { readonly pages: number };
  /** Links that lead nowhere in the document. */
  readonly leftOut: number;
  readonly missing: readonly [];
  readonly manifest: EditionManifest;
}
