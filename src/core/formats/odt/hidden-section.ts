import type { XmlElement } from "../xml/element";

/** Whether an element is a section that is not shown (ISO 26300-1, 19.249). */
export function isHiddenSection({ name, attributes }: XmlElement): boolean {
  return name === "text:section" && attributes["text:display"] === "none";
}
