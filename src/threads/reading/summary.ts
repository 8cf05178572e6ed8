import type { Node } from "prosemirror-model";
import { documentTitle, isKind, lineOf, shortened, UNTITLED } from "@/core/document";
import { countBroken } from "@/core/links";
import type { DocumentIndex } from "@/core/index";
import type { DocumentSummary } from "./messages";

/** What the shelf tells of a document. */
export function summaryOf(index: DocumentIndex): DocumentSummary {
  return {
    title: documentTitle(index.doc) || UNTITLED,
    opening: openingOf(index.doc),
    words: index.words,
    sections: index.headings.length,
    brokenLinks: countBroken(index),
  };
}

const MAX_LETTERS = 160;
/** How many blocks are looked through. */
const MAX_BLOCKS = 60;

/** The first words of a document that are no title of anything. */
function openingOf(doc: Node): string {
  let words = "";
  for (let i = 0; i < Math.min(doc.childCount, MAX_BLOCKS) && words.length < MAX_LETTERS; i++) {
    const block = doc.child(i);
    if (!isKind(block, "heading")) words += ` ${lineOf(block)}`;
  }
  return shortened(words.replace(/\s+/g, " ").trim(), MAX_LETTERS);
}
