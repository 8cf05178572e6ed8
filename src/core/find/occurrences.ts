import type { Node } from "prosemirror-model";
import { isWithin, textsOf, type Scope, type TextRun } from "./texts";
import { patternOf, type Sought } from "./pattern";

/** A place where what is sought stands. */
export interface Occurrence {
  readonly from: number;
  readonly to: number;
}

const EVERYWHERE: Scope = { kind: "all" };

/**
 * Where something stands in a document, in order and apart from each other. It is found over changes of bold, links and
 * bookmarks, in lists and tables too, not over line breaks. Throws a SoughtError for what cannot be understood.
 */
export function occurrencesOf(doc: Node, sought: Sought, scope: Scope = EVERYWHERE): Occurrence[] {
  const texts = textsOf(doc, scope);
  const stretches = stretchesIn(
    texts.map(({ text }) => text),
    sought,
  );
  return placed(doc, texts, stretches, scope);
}

/**
 * Where something stands in texts: for each, the text's number, where it begins and where it ends in it, one after the
 * other. Strings and numbers alone, so that a thread can do it and be ended where an expression takes for ever.
 */
export function stretchesIn(texts: readonly string[], sought: Sought): number[] {
  const pattern = patternOf(sought);
  const found: number[] = [];
  texts.forEach((text, i) => {
    for (const { from, to } of pattern(text)) found.push(i, from, to);
  });
  return found;
}

/** What {@link stretchesIn} found, as places of the document whose texts they were. */
export function placed(
  doc: Node,
  texts: readonly TextRun[],
  stretches: readonly number[],
  scope: Scope,
): Occurrence[] {
  const places: Occurrence[] = [];
  for (let i = 0; i < stretches.length; i += 3) {
    const { start } = texts[stretches[i]!]!;
    const place = { from: start + stretches[i + 1]!, to: start + stretches[i + 2]! };
    if (isWithin(doc, place, scope)) places.push(place);
  }
  // The words of a note are a text of their own, in the middle of the line its sign stands in.
  const inOrder = places.every((place, i) => i === 0 || place.from > places[i - 1]!.from);
  return inOrder ? places : places.sort((a, b) => a.from - b.from);
}
