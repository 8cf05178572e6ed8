import type { XmlElement } from "../xml/element";
import type { Enclosed } from "../office/named-reference";

/** The elements that refer to a place (ISO 26300-1, 7.7.5). */
export const REFERENCES: ReadonlySet<string> = new Set([
  "text:bookmark-ref",
  "text:reference-ref",
  "text:sequence-ref",
  "text:note-ref",
]);

/** The form of a cross-reference that says what such an element says. */
export function formOf({ name, attributes }: XmlElement, enclosed: Enclosed | null): string {
  switch (attributes["text:reference-format"]) {
    case "page":
      return "{pagenumber}";
    case "direction":
      return "{where}";
    case "chapter":
    case "number":
    case "number-all-superior":
    case "number-no-superior":
    case "value":
      return "{number}";
    case "category-and-value":
      return "{label}";
    case "caption":
      return "{title}";
    default:
      if (name === "text:note-ref") return "{number}";
      if (name === "text:sequence-ref") return "{caption}";
      return enclosed === "heading" ? "{title}" : enclosed === "caption" ? "{caption}" : "{words}";
  }
}
