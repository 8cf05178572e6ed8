import type { EditionManifest } from "@/core/editions/manifest";
import type { ReaderPrograms } from "@/core/editions";
import type { BookFont } from "@/core/formats/office/office-options";
import type { DocumentOrder } from "@/threads/document-order";
import type { MadeArchive } from "@/threads/archive";

/** What the thread is asked that writes editions. */
export interface EditionOrder extends DocumentOrder {
  /** The attached files, by their contents' names. */
  readonly files: ReadonlyMap<string, Uint8Array>;
  readonly bookFonts: readonly BookFont[];
  readonly scripts: ReaderPrograms;
  /** Folder of the contents of all editions. */
  readonly contents: string;
  readonly issue: { readonly number: number; readonly date: string; readonly note: string };
  /** The same document in other forms, as they were made. */
  readonly downloads: readonly { readonly called: string; readonly path: string; readonly file: string }[];
}

/** An edition whose files are stored, and whose links were followed. */
export interface MadeEdition extends MadeArchive {
  readonly manifest: EditionManifest;
}
