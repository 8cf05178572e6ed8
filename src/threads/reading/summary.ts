import { settingsOf } from "@/core/document";
import { countAdrift } from "@/core/links";
import type { DocumentIndex } from "@/core/destinations";
import type { DocumentSummary } from "./messages";

/** What the shelf tells of a document. */
export function summaryOf(index: DocumentIndex): DocumentSummary {
  return {
    title: settingsOf(index.doc).title || "Untitled",
    words: index.words,
    sections: index.headings.length,
    adrift: countAdrift(index),
  };
}
