import type { Node } from "prosemirror-model";
import { asKind, type ReferenceField } from "@/core/document";
import type { Destination } from "@/core/index";
import type { PartOfPlace } from "../office/place-names";
import type { DocxOutput } from "./docx-output";
import { fieldXml } from "./fields-xml";
import { runLookXml, runXml, type Around } from "./run-xml";

/** A cross-reference as fields that say the same and carry what they say now. */
export function referenceXml(node: Node, output: DocxOutput, around: Around): string {
  const { target, form, linked } = asKind(node, "cross_reference")!;
  const parts = output.references.parts(node);
  const look = runLookXml(node.marks, parts.map(({ words }) => words).join(""), around, output);
  const landing = output.landing(target);
  const place = output.index.destination(target.id);
  if (!place || !output.isPlace(landing))
    return output.taggedWith(
      "reference",
      { target: { was: target.was ?? target.id }, form, linked },
      runXml(parts.map(({ words }) => words).join(""), look),
    );
  const name = output.names.nameOf(landing);
  const xml = parts
    .map(({ field, words }) => {
      const result = runXml(words, look);
      if (field === null) return result;
      const leads = (to: string, said = words) => {
        if (!linked) return "";
        if (to === name) output.linkToPlace(landing, said);
        else output.linkToName(to, said);
        return " \\h";
      };
      return fieldOf(field, { words, result, look, place, name, leads, output });
    })
    .join("");
  // What one field says needs nothing beside it.
  return SAYS_ITSELF[place.kind]?.includes(form)
    ? xml
    : output.taggedWith("reference", { place: name, form, linked }, xml);
}

/** Forms that are read from the field alone, by the kind of their place. */
const SAYS_ITSELF: Partial<Record<Destination["kind"], readonly string[]>> = {
  heading: ["{title}", "{number}", "{where}", "{pagenumber}", "{number} {where}"],
  figure: ["{label}", "{caption}", "{where}", "{pagenumber}"],
  table: ["{label}", "{caption}", "{where}", "{pagenumber}"],
  note: ["{number}", "{pagenumber}"],
};

interface Saying {
  readonly words: string;
  readonly result: string;
  readonly look: string;
  readonly place: Destination;
  /** Of its bookmark. */
  readonly name: string;
  /** The switch of a field that leads to a bookmark, which is promised; empty where it does not lead there. */
  readonly leads: (to: string, said?: string) => string;
  readonly output: DocxOutput;
}

/** The field that says one part (ISO 29500-1, 17.16.5: REF, PAGEREF, NOTEREF). */
function fieldOf(field: ReferenceField, { words, result, look, place, name, leads, output }: Saying): string {
  const ref = (to: string, switches = "", said = result, number = words) =>
    fieldXml(`REF ${to}${switches}${leads(to, number)}`, said);
  const part = (of: PartOfPlace) => (hasPart(place, of, output) ? output.names.partOf(place.id, of) : null);
  switch (field) {
    case "number":
      if (place.kind === "heading") return ref(name, " \\r");
      if (place.kind === "note") return fieldXml(`NOTEREF ${name}${leads(name)}`, result);
      return asField(part("number"), ref, result);
    case "title":
      if (place.kind === "heading") return ref(name);
      return asField(part("title"), ref, result);
    case "label":
      // The number of a heading stands behind a word.
      return place.kind === "heading"
        ? numberIn(words, look, output.index.numbers.get(place.id), (run, number) =>
            ref(name, " \\r", run, number),
          )
        : asField(part("label"), ref, result);
    case "caption":
      return asField(part("caption"), ref, result);
    case "words":
      return place.kind === "bookmark" || place.kind === "heading" ? ref(name) : result;
    case "page":
      return numberIn(words, look, output.pages?.labelAt(place.pos), (run, number) =>
        fieldXml(`PAGEREF ${name}${leads(name, number)}`, run),
      );
    case "pagenumber":
      return fieldXml(`PAGEREF ${name}${leads(name)}`, result);
    case "where":
      return ref(name, " \\p");
  }
}

function asField(to: string | null, ref: (to: string) => string, result: string): string {
  return to === null ? result : ref(to);
}

/** Whether a part of a place has a bookmark of its own. */
function hasPart(place: Destination, part: PartOfPlace, { index }: DocxOutput): boolean {
  if (place.kind !== "figure" && place.kind !== "table" && place.kind !== "equation") return false;
  const isLabelled = index.captions.has(place.id);
  return part === "title" ? place.name !== "" : isLabelled;
}

/** Words around a number that a field says. */
function numberIn(
  words: string,
  look: string,
  number: string | undefined,
  fieldWith: (run: string, number: string) => string,
): string {
  const at = number ? words.lastIndexOf(number) : -1;
  if (!number || at < 0) return runXml(words, look);
  const field = fieldWith(runXml(number, look), number);
  return runXml(words.slice(0, at), look) + field + runXml(words.slice(at + number.length), look);
}
