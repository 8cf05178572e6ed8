import type { PageLine } from "@/core/document";
import { ownEntry } from "@/core/own-entry";
import { childNamed, elementsIn, type XmlElement } from "../xml/element";
import { fieldCode } from "./field-code";
import { paragraphLook } from "./style-table";
import { tagOf } from "./tags";

/** The line of the header or footer to which a section leads; null where there is none. */
export type LineOf = (id: string) => PageLine | null;

export const NO_LINE: PageLine = ["", "", ""];

const MAX_LETTERS = 500;

/** What fields say in the lines of pages. */
const FIELDS: Readonly<Record<string, string>> = {
  PAGE: "{page}",
  NUMPAGES: "{pages}",
  SECTIONPAGES: "{pages}",
  STYLEREF: "{section}",
  TITLE: "{title}",
};

/**
 * The words of a header or footer as a line of pages has them: at the left, in the middle, at the right. Fields become what makes the same words
 * again; a link to a place in the document becomes the way back to the contents.
 */
export function lineOf(root: XmlElement, title: string): PageLine {
  const parts: [string, string, string] = ["", "", ""];
  for (const paragraph of paragraphsIn(root)) {
    const align = paragraphLook(childNamed(paragraph, "w:pPr")).align;
    const pieces = wordsOf(paragraph).split("\t");
    const first = align === "center" ? 1 : align === "right" ? 2 : 0;
    pieces.forEach((piece, i) => {
      const at = Math.min(first + i, 2);
      const words = piece.replace(/\s+/g, " ").trim();
      const said = title !== "" && words === title ? "{title}" : words;
      if (said !== "") parts[at] = `${parts[at]} ${said}`.trim().slice(0, MAX_LETTERS);
    });
  }
  return parts;
}

function* paragraphsIn(element: XmlElement): Generator<XmlElement, void> {
  for (const child of elementsIn(element)) {
    if (child.name === "w:p") yield child;
    // The links of a menu are made from its list.
    else if (tagOf(child)?.kind === "menu") continue;
    else if (child.name !== "w:del") yield* paragraphsIn(child);
  }
}

/** The words of a paragraph, with tabs between its parts. */
function wordsOf(paragraph: XmlElement): string {
  let words = "";
  let instruction: string | null = null;
  /** Whether the result of a field is passed over, since the field says it. */
  let skips = false;
  const look = (element: XmlElement): void => {
    for (const child of elementsIn(element)) {
      switch (child.name) {
        case "w:t":
          if (!skips && instruction === null) words += child.content.join("");
          break;
        case "w:tab":
        case "w:ptab":
          if (!skips) words += "\t";
          break;
        case "w:instrText":
          if (instruction !== null) instruction += child.content.join("");
          break;
        case "w:fldChar": {
          const kind = child.attributes["w:fldCharType"];
          if (kind === "begin") instruction = "";
          else {
            if (instruction !== null) skips = say(instruction);
            instruction = null;
            if (kind === "end") skips = false;
          }
          break;
        }
        case "w:fldSimple":
          if (!say(child.attributes["w:instr"] ?? "")) look(child);
          break;
        case "w:hyperlink":
          if (!child.attributes["w:anchor"]) look(child);
          // Of several ways back one is enough.
          else if (!words.includes("{contents}")) words += "{contents}";
          break;
        case "w:pPr":
        case "w:rPr":
        case "w:del":
          break;
        default:
          look(child);
      }
    }
  };
  /** Says what a field says; whether it is one that is known. */
  const say = (code: string): boolean => {
    const { kind, words: named } = fieldCode(code);
    const isTitle = kind === "DOCPROPERTY" && /^title$/i.test(named[0] ?? "");
    const said = ownEntry(FIELDS, isTitle ? "TITLE" : kind);
    if (said) words += said;
    return said !== undefined;
  };
  look(paragraph);
  return words;
}
