import type { Node } from "prosemirror-model";
import type { Pictures } from "./pictures";

/** A document with the pictures its figures hold by name: what a reader returns and a writer takes. */
export interface Manuscript {
  readonly doc: Node;
  readonly pictures: Pictures;
}
