import type { Node } from "prosemirror-model";
import type { Pictures } from "@/core/model/pictures";

/** A document with the pictures its figures hold by name and the bytes of its files: what a reader returns and a writer takes. */
export interface Manuscript {
  readonly doc: Node;
  readonly pictures: Pictures;
  /** Bytes of attached files, by the hash of their content. */
  readonly files?: ReadonlyMap<string, Uint8Array>;
}
