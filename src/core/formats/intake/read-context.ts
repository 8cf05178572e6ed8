import type { Node } from "prosemirror-model";
import type { Picture } from "@/core/document";
import type { DropLog } from "./drop-log";
import type { ImportedTalk } from "./talk";

/** A title for a document from its file's name: without the ending, words parted by spaces, the first letter large. */
export function titleFromName(name: string): string {
  const words = name
    .replace(/\.(gaterope\.json|[^.]*)$/, "")
    .replace(/[-_\s]+/g, " ")
    .trim();
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** What a reader is given beside the text, and where it tells what it does. */
export interface ReadContext {
  /** The file's name, for its title and for links to itself. */
  readonly name: string;
  readonly dropped: DropLog;
  /** Whether what stands around the text of a web page is asked for as well. */
  readonly all: boolean;
  /** The language of a document's words, where the file does not say it; null where it cannot be told. */
  readonly languageOf: (doc: Node) => string | null;
  /** Puts a picture away at once, so that memory holds one at a time; null where they are kept with the document. */
  readonly putAway: ((name: string, picture: Picture) => Picture) | null;
  /** Takes what people say of the text and changed in it, where the file keeps that. */
  readonly takeTalk: (talk: ImportedTalk) => void;
  /** Told now and then how far reading is, from 0 to 1. */
  readonly progress: (done: number) => void;
  /** Bytes of a picture that lies beside the file, or null where it is not to be had. */
  readonly pictureAt: (address: string) => Uint8Array | null;
}
