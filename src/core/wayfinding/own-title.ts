import type { Node } from "prosemirror-model";
import { documentTitle, givenTitle, isKind, levelOf, lineOf } from "@/core/document";
import type { DocumentIndex, Heading } from "@/core/index";
import { kept } from "@/core/kept";

/** How the headings of a document stand to each other. */
interface Titled {
  /** Whether it begins with a heading that is the title of the whole: all others are of deeper levels. */
  readonly byHeading: boolean;
  /** The highest level of the others; that of its chapters. */
  readonly chapters: number;
}

const titled = kept((doc: Node): Titled => {
  let first: number | null = null;
  let [highest, count, begins] = [7, 0, true];
  doc.forEach((block) => {
    const level = levelOf(block);
    if (level === 0) {
      // Generated lists are no text of its own.
      begins &&= first !== null || isKind(block, "contents_list");
      return;
    }
    if (first === null) first = level;
    else {
      highest = Math.min(highest, level);
      count++;
    }
  });
  const byHeading = begins && first !== null && count > 0 && highest > first;
  return {
    byHeading,
    chapters: count === 0 ? (first ?? 1) : byHeading ? highest : Math.min(highest, first!),
  };
});

/** Whether the first heading of a document is its own title: it says the title, or all other headings are of deeper levels. */
export function beginsWithTitle(doc: Node): boolean {
  const first = doc.child(0);
  return isKind(first, "heading") && (lineOf(first) === givenTitle(doc) || titled(doc).byHeading);
}

/** Whether the text says the document's title itself, in a heading of level 1 at its beginning. */
export function saysItsTitle({ doc, headings: [first] }: DocumentIndex): boolean {
  return first?.level === 1 && (first.name.trim() === documentTitle(doc).trim() || titled(doc).byHeading);
}

/** Whether the only heading of the first level is the document's own title, so that its contents list need not name it. */
export function isOwnTitle(doc: Node, heading: Heading | undefined): boolean {
  return heading?.level === 1 && titled(doc).byHeading;
}

/** How many levels stand above the chapters: those that only the title has, or none. */
export function levelsAboveChapters(doc: Node): number {
  return titled(doc).chapters - 1;
}
