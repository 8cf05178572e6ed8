import type { PageNumbers } from "@/core/index";
import type { KnownLibrary } from "@/core/links";
import type { CameFrom } from "./own-part";

/** A font as an e-book carries it: WOFF2. */
export interface BookFont {
  readonly family: string;
  readonly style: "normal" | "italic";
  readonly unicodeRange: string;
  readonly bytes: Uint8Array;
}

/** What a file of a word processor or an e-book is written with beside the document. */
export interface OfficeOptions {
  /** On which pages places stand in our own layout; without it numbers of pages are left open. */
  readonly pages?: PageNumbers | null | undefined;
  /** How many pages there are. */
  readonly pageCount?: number | null | undefined;
  /** The other documents of the shelf. */
  readonly library?: KnownLibrary | undefined;
  /** The document and version the file is made from. */
  readonly from?: CameFrom | null | undefined;
  /** Without a trace of the document it came from. */
  readonly clean?: boolean | undefined;
  /** A picture as PNG that programs show which do not know its kind; null where they know it. */
  readonly still?: ((name: string) => Uint8Array | null) | undefined;
  /** Fonts that an e-book carries. */
  readonly fonts?: readonly BookFont[] | undefined;
  /** When it was made. */
  readonly made?: Date | undefined;
}
