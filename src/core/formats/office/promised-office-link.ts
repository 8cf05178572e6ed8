import type { FirstWords } from "../first-words";

/** A link that a file of a word processor or an e-book promises: its words, and where it must land. */
export interface PromisedOfficeLink {
  readonly words: string;
  readonly to:
    | {
        readonly kind: "place";
        /** The name of the bookmark or element in the file. */
        readonly name: string;
        /** What has to stand there, as the document says it; null where that begins with no words. */
        readonly begins: FirstWords | null;
      }
    | { readonly kind: "address"; readonly address: string };
}
