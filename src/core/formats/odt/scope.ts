import type { BlockLook } from "@/core/document";
import type { Archive } from "../archive/archive";
import type { DocumentBuilder } from "../intake/document-builder";
import type { ReadContext } from "../intake/read-context";
import type { OwnNames } from "../office/own-names";
import type { RunMarks } from "../office/run-marks";
import type { OdtFacts } from "./facts";
import type { ListStyles } from "./list-styles";
import type { OdtStyles } from "./styles";

/** What all that read a file share. */
export interface OdtScope {
  readonly archive: Archive;
  readonly styles: OdtStyles;
  readonly lists: ListStyles;
  readonly marks: RunMarks;
  readonly facts: OdtFacts;
  readonly builder: DocumentBuilder;
  readonly context: ReadContext;
  /** What the file says of its names, where it was written here. */
  readonly own: OwnNames;
  /** The width of the text on its pages, in points. */
  readonly textWidth: number;
  /** How the text of its body looks. */
  readonly bodyLook: BlockLook;
}
