import { FIRST_SHEET, type CaptionRule, type ListKind } from "@/core/document";

/** A caption that is counted, as a file has it. */
export interface CountedCaption {
  /** What is counted: `Figure`, `Table`, or whatever the file calls it. */
  readonly series: string;
  /** The words before the number. */
  readonly label: string;
}

/** What is listed where captions of a series are, whatever language it is called in. */
export function listOf(series: string): ListKind {
  if (isOfTables(series)) return "tables";
  return isOfEquations(series) ? "equations" : "figures";
}

export function isOfTables(series: string): boolean {
  return /^(?:tab|táb|таб|tau)/i.test(series);
}

function isOfEquations(series: string): boolean {
  return /^(?:equ|gleich|équ|ecu|form|ур)/i.test(series);
}

const MAX_LABEL_LETTERS = 40;

/** How captions are counted: the words before their numbers, as the first of each kind has them. */
export function captionRule(captions: readonly CountedCaption[], byChapter: boolean): CaptionRule {
  const first = FIRST_SHEET.captions;
  const label = (kind: ListKind) =>
    captions
      .find(({ series }) => listOf(series) === kind)
      ?.label.replace(/[()]/g, "")
      .slice(0, MAX_LABEL_LETTERS);
  return {
    count: byChapter ? "chapter" : "document",
    figure: label("figures") || first.figure,
    table: label("tables") || first.table,
    equation: label("equations") ?? first.equation,
  };
}
