import type { Enclosed } from "../office/named-reference";
import type { FieldCode } from "./field-code";

/** The form of a cross-reference that says what a field says (ISO 29500-1, 17.16.5: REF, PAGEREF, NOTEREF). */
export function formOf({ kind, switches }: FieldCode, enclosed: Enclosed): string {
  const where = switches.has("p");
  if (kind === "PAGEREF") return where ? "{where}" : "{pagenumber}";
  if (kind === "NOTEREF") return where ? "{number} {where}" : "{number}";
  if (switches.has("n") || switches.has("r") || switches.has("w"))
    return where ? "{number} {where}" : "{number}";
  return where ? "{where}" : WORDS[enclosed];
}

const WORDS: Readonly<Record<Enclosed, string>> = {
  heading: "{title}",
  label: "{label}",
  number: "{number}",
  caption: "{caption}",
  title: "{title}",
  note: "{number}",
  words: "{words}",
  point: "{words}",
};
