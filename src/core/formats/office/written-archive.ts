import type { ToZip } from "../zipped";
import type { PromisedOfficeLink } from "./promised-office-link";

/** A file of a word processor or an e-book before it is packed. */
export interface WrittenArchive {
  readonly files: Iterable<ToZip>;
  readonly promised: readonly PromisedOfficeLink[];
}
