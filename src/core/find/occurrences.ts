import type { Node } from "prosemirror-model";

/** Words to look for in a document. */
export interface WordsSought {
  readonly words: string;
  /** Whether capitals matter; otherwise they do not. */
  readonly matchCase: boolean;
  /** Whether only whole words are found, not parts of longer ones. */
  readonly wholeWords: boolean;
}

export interface Occurrence {
  readonly from: number;
  readonly to: number;
}

/** Stands for whatever in a line of text is not text, so that letters keep their places. */
const NO_TEXT = "\ufffc";

/** The text of each block that was looked through; most stay the same from one version to the next. */
const texts = new WeakMap<Node, readonly { readonly text: string; readonly start: number }[]>();

/**
 * Where words stand in a document, in order and apart from each other. They are found over changes of bold, links and
 * bookmarks, in lists and tables too, not over line breaks. A space also finds one that keeps words together.
 */
export function occurrencesOf(doc: Node, sought: WordsSought): Occurrence[] {
  if (sought.words === "") return [];
  const pattern = patternOf(sought);
  const found: Occurrence[] = [];
  doc.forEach((block, pos) => {
    for (const { text, start } of textsOf(block))
      for (const match of text.matchAll(pattern)) {
        const from = pos + start + match.index;
        found.push({ from, to: from + match[0].length });
      }
  });
  return found;
}

function patternOf({ words, matchCase, wholeWords }: WordsSought): RegExp {
  const literal = words.replace(/[\\^$.*+?()[\]{}|/]/gu, "\\$&").replace(/[ \u00a0]/gu, "[ \u00a0]");
  const letter = "[\\p{L}\\p{N}\\p{M}_]";
  return new RegExp(
    wholeWords ? `(?<!${letter})${literal}(?!${letter})` : literal,
    `gu${matchCase ? "" : "i"}`,
  );
}

/** The lines of text in a block, with where each begins from the beginning of the block. */
function textsOf(block: Node): readonly { readonly text: string; readonly start: number }[] {
  const known = texts.get(block);
  if (known) return known;
  const found: { text: string; start: number }[] = [];
  const add = (node: Node, start: number) =>
    found.push({ text: node.textBetween(0, node.content.size, undefined, NO_TEXT), start });
  if (block.isTextblock) add(block, 1);
  else
    block.descendants((node, offset) => {
      if (node.isTextblock) add(node, offset + 2);
      return !node.isTextblock;
    });
  texts.set(block, found);
  return found;
}
