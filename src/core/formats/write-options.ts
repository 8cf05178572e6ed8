import type { KnownLibrary } from "@/core/links";
import type { EmbeddedFont } from "./html/style-sheet";

/** What a file is written with beside the document. */
export interface WriteOptions {
  /** Fonts to write into an HTML file. */
  fonts?: readonly EmbeddedFont[];
  /** The other documents of the shelf. */
  library?: KnownLibrary;
  /** Whether pictures lie beside a file of the open form instead of in it. */
  picturesBeside?: boolean;
  /** How many pages the document has, where that is known. */
  pages?: number | null;
}
