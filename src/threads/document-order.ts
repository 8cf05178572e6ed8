import { documentJSON, type Manuscript, type Pictures, type PictureType } from "@/core/document";
import type { AskedPlace } from "@/core/links";

/** A document as a thread takes it that makes something of it. */
export interface DocumentOrder {
  /** The document as JSON text. */
  readonly json: string;
  readonly pictures: readonly {
    readonly name: string;
    readonly type: PictureType;
    readonly bytes: Uint8Array;
  }[];
  /** What is known of the places of other documents, by their keys. */
  readonly asked: readonly (readonly [string, AskedPlace])[];
  /** Folder of the fonts and their tables. */
  readonly fonts: string;
}

/** The text and the pictures of a document for a thread. */
export function orderedText({ doc, pictures }: Manuscript): Pick<DocumentOrder, "json" | "pictures"> {
  return {
    json: documentJSON(doc),
    pictures: [...pictures].map(([name, picture]) => ({ name, ...picture })),
  };
}

/** The pictures of an order by their names. */
export function orderedPictures({ pictures }: Pick<DocumentOrder, "pictures">): Pictures {
  return new Map(pictures.map(({ name, ...picture }) => [name, picture]));
}
