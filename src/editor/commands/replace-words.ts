import { Fragment, type Mark, type Node } from "prosemirror-model";
import type { Transaction } from "prosemirror-state";
import { MOST_PLACES, ReplaceWordsStep, schema, type Occurrence } from "@/core/document";

/**
 * Puts other words in the place of some, at any number of places, in order and apart from each other. The new words look as
 * the first letter of the old ones did; bookmarks on any of their letters stay on them.
 */
export function replaceWords(tr: Transaction, places: readonly Occurrence[], words: string): Transaction {
  const { doc } = tr;
  // From the end, so that each step finds its places where they are.
  for (let end = places.length; end > 0; end -= MOST_PLACES)
    tr.step(
      new ReplaceWordsStep(
        places.slice(Math.max(0, end - MOST_PLACES), end).map(({ from, to }) => ({
          from,
          to,
          words: words === "" ? Fragment.empty : Fragment.from(schema.text(words, looksOf(doc, from, to))),
        })),
      ),
    );
  return tr;
}

function looksOf(doc: Node, from: number, to: number): readonly Mark[] {
  const $from = doc.resolve(from);
  const first = $from.nodeAfter;
  if (!first || first.nodeSize - $from.textOffset >= to - from) return first?.marks ?? [];
  let marks = first.marks;
  doc.nodesBetween(from, to, (node) => {
    for (const mark of node.marks) if (mark.type === schema.marks.bookmark) marks = mark.addToSet(marks);
  });
  return marks;
}
