import type { BlockLook } from "@/core/document";
import type { DocumentBuilder } from "../intake/document-builder";
import type { ReadContext } from "../intake/read-context";
import type { DocumentFacts } from "./facts";
import type { NumberingTable } from "./numbering";
import type { OfficePackage, Relationships } from "./package";
import type { OwnNames } from "../office/own-names";
import type { RunMarks } from "../office/run-marks";
import type { StyleTable } from "./style-table";

/** What all that read a part of a file share. */
export interface DocxScope {
  readonly pack: OfficePackage;
  readonly styles: StyleTable;
  readonly numbering: NumberingTable;
  readonly marks: RunMarks;
  readonly facts: DocumentFacts;
  readonly builder: DocumentBuilder;
  readonly context: ReadContext;
  /** What the file says of its names, where it was written here. */
  readonly own: OwnNames;
  /** What the part that is read leads to. */
  readonly relationships: Relationships;
  /** The width of the text on its pages, in points. */
  readonly textWidth: number;
  /** How the text of its body looks. */
  readonly bodyLook: BlockLook;
}
