import { Fragment, type Mark, type Node } from "prosemirror-model";
import type { Transaction } from "prosemirror-state";
import { isMark, placesInBlocks, schema } from "@/core/document";
import { MAX_PLACES, ReplaceWordsStep } from "@/core/steps";
import type { Occurrence } from "@/core/find";

/**
 * Puts other words in place of some, at any number of places, in order and apart from each other: the same everywhere, or
 * made from those that stand there. The new words look as
 * the first letter of the old ones did; bookmarks on any of their letters stay on them.
 */
export function replaceWords(
  tr: Transaction,
  places: readonly Occurrence[],
  by: string | ((found: string) => string),
): Transaction {
  const looks = placesInBlocks(tr.doc, places).flatMap(({ block, start, places: own }) =>
    own.map(({ from, to }) => looksOf(block, from - start, to - start)),
  );
  const changes = places.map(({ from, to }, i) => {
    const words = typeof by === "string" ? by : by(tr.doc.textBetween(from, to));
    return { from, to, words: words === "" ? Fragment.empty : Fragment.from(schema.text(words, looks[i])) };
  });
  // From the end, so that each step finds its places where they are.
  for (let end = changes.length; end > 0; end -= MAX_PLACES)
    tr.step(new ReplaceWordsStep(changes.slice(Math.max(0, end - MAX_PLACES), end)));
  return tr;
}

/** The marks for what takes the place of letters of a block. */
function looksOf(block: Node, from: number, to: number): readonly Mark[] {
  let marks: readonly Mark[] | null = null;
  block.nodesBetween(from, to, (node) => {
    if (!node.isText) return;
    if (!marks) marks = node.marks;
    else for (const mark of node.marks) if (isMark(mark, "bookmark")) marks = mark.addToSet(marks);
  });
  return marks ?? [];
}
