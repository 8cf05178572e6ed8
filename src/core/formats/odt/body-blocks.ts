import { elementsIn, type XmlElement } from "../xml/element";
import { isHiddenSection } from "./hidden-section";
import { isNumberedParagraph } from "./numbered-paragraphs";
import { plainWords } from "./plain-words";
import { tagOf } from "./tags";

/** Elements that only hold blocks. */
const WRAPPERS = new Set([
  "office:text",
  "text:section",
  "text:index-body",
  "text:index-title",
  "text:numbered-paragraph",
  "text:list-header",
]);

/** Elements that say nothing of the text. */
const PASSED_OVER = new Set([
  "text:sequence-decls",
  "text:variable-decls",
  "text:user-field-decls",
  "text:tracked-changes",
  "office:forms",
  "text:table-of-content-source",
  "text:soft-page-break",
]);

/** The blocks and markers within an element, those in wrappers too. */
export function* blocksIn(parent: XmlElement): Generator<XmlElement, void> {
  for (const child of elementsIn(parent)) {
    if (child.name === "text:section" && (tagOf(child) || isHiddenSection(child))) yield child;
    else if (isNumberedParagraph(child)) yield child;
    else if (WRAPPERS.has(child.name)) yield* blocksIn(child);
    else if (!PASSED_OVER.has(child.name)) yield child;
  }
}

/** Whether a list holds headings and nothing else that is written. */
export function headsOnly(list: XmlElement): boolean {
  const written = [...elementsIn(list)].flatMap((item) => [...elementsIn(item)]);
  const isHeading = (element: XmlElement) =>
    element.name === "text:h" || (element.name === "text:list" && headsOnly(element));
  return (
    written.some(isHeading) && written.every((element) => isHeading(element) || plainWords(element) === "")
  );
}
