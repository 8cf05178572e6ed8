import type { DocumentBuilder } from "../intake/document-builder";
import type { ReadContext } from "../intake/read-context";
import type { OpenElements } from "./open-elements";

/** The attributes of an element, by name. */
export type Attributes = ReadonlyMap<string, string>;

/** What all parts of a reading work with. */
export interface ReadingScope {
  readonly builder: DocumentBuilder;
  readonly context: ReadContext;
  readonly open: OpenElements;
  /** Anchors to which links of the file lead. */
  readonly wanted: ReadonlySet<string>;
}

/** Attributes as a kind asks for them that reads them from an element of a page. */
export function readableAttributes(attributes: Attributes): { getAttribute(name: string): string | null } {
  return { getAttribute: (name) => attributes.get(name) ?? null };
}
