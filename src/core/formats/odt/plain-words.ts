import { textWithin, type XmlElement } from "../xml/element";

/** The words of a paragraph as they are shown. */
export function plainWords(element: XmlElement): string {
  return textWithin(element).replace(/\s+/g, " ").trim();
}
