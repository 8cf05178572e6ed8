import type { Node } from "prosemirror-model";
import { asKind, settingsOf } from "@/core/kinds";
import { kept } from "@/core/kept";
import { lineOf } from "./text";

/** What a document is called while nothing in it says a title; older documents hold it as if their author had written it. */
export const UNTITLED = "Untitled";

/** In letters; a heading may be longer than a title should be. */
const MAX_LETTERS = 1_000;

/** The title that its author gave a document; empty where they gave none. */
export function givenTitle(doc: Node): string {
  const { title } = settingsOf(doc);
  return title === UNTITLED ? "" : title.trim();
}

/** What a document is called: as its author says, else by its first heading, else by the file it came from; empty where nothing says it. */
export const documentTitle = kept(
  (doc: Node): string => givenTitle(doc) || firstHeading(doc) || settingsOf(doc).working_title,
);

function firstHeading(doc: Node): string {
  for (const block of doc.content.content) {
    if (!asKind(block, "heading")) continue;
    const words = lineOf(block).trim();
    if (words !== "") return words.slice(0, MAX_LETTERS);
  }
  return "";
}
