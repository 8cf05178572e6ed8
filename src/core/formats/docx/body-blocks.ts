import { childNamed, elementsIn, elementsWithin, type XmlElement } from "../xml/element";
import { isOn } from "./names";
import { tagOf } from "./tags";

/** Elements that only hold blocks. */
const WRAPPERS = new Set([
  "w:sdt",
  "w:sdtContent",
  "w:ins",
  "w:moveTo",
  "w:customXml",
  "w:smartTag",
  "w:body",
]);

/** The blocks and markers within an element, those in wrappers too. */
export function* blocksIn(parent: XmlElement): Generator<XmlElement, void> {
  for (const child of elementsIn(parent)) {
    if (tagOf(child)) yield child;
    else if (WRAPPERS.has(child.name)) yield* blocksIn(child);
    else if (child.name !== "w:tcPr" && child.name !== "w:del" && child.name !== "w:moveFrom") yield child;
  }
}

/** Where the next paragraph or table stands, markers passed over. */
export function nextBlock(elements: readonly XmlElement[], at: number): number | null {
  for (let i = at + 1; i < elements.length; i++)
    if (elements[i]!.name === "w:p" || elements[i]!.name === "w:tbl") return i;
  return null;
}

/** Whether a paragraph is only a line across the text. */
export function isRule(paragraph: XmlElement): boolean {
  for (const { name, attributes } of elementsWithin(paragraph)) {
    if (name === "w:t" || name === "w:drawing" || name === "m:oMath" || name === "w:fldChar") return false;
    if (name === "v:rect" && attributes["o:hr"] !== undefined && isOn(attributes["o:hr"].replace("t", "1")))
      return true;
  }
  const borders = childNamed(childNamed(paragraph, "w:pPr"), "w:pBdr");
  return [...elementsIn(borders)].some(
    ({ name, attributes }) =>
      /^w:(?:top|bottom)$/.test(name) && attributes["w:val"] !== "none" && attributes["w:val"] !== "nil",
  );
}

/** The words of a paragraph, those of its fields' instructions left out; `own`: also what Gate Rope made. */
export function textOfParagraph(paragraph: XmlElement, own = false): string {
  let words = "";
  for (const element of elementsIn(paragraph)) {
    if (own && ["made", "tex"].includes(tagOf(element)?.kind ?? "")) continue;
    if (element.name === "w:t") words += element.content.join("");
    else words += textOfParagraph(element, own);
  }
  return words.trim();
}
