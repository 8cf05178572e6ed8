import type { Node } from "prosemirror-model";
import { documentDirection, type BlockLook } from "@/core/document";
import type { Composition } from "./composition";
import type { LinesPlace } from "./text-line";
import { setText, type SetText } from "./text/set-text";
import { styleOfLook, type TextStyle } from "./text/text-style";
import { plainSource, textSource } from "./text/text-source";

/** Where a text stands within its block. Lengths are points. */
export interface TextPlace extends LinesPlace {
  readonly width: number;
  readonly label?: string;
  readonly align?: BlockLook["align"] | null;
}

/** The words of a node with inline content in lines. */
export function setLines(node: Node, look: BlockLook, place: TextPlace, composition: Composition): SetText {
  const measure = place.width - look.indent;
  return setText(
    textSource(node, place.start, look, composition, place.label, measure),
    {
      measure,
      align: place.align ?? look.align,
      size: look.size,
      leading: look.leading,
      hyphenate: composition.hyphenate,
      direction: documentDirection(composition.index.doc),
    },
    composition.resources,
  );
}

/** A text of generated words. */
export function wordsSet(
  words: string,
  style: TextStyle,
  setting: { measure: number; leading: number; align?: BlockLook["align"]; reserve?: number },
  composition: Composition,
): SetText {
  return setText(
    plainSource(words, style),
    {
      align: "left",
      size: style.size,
      hyphenate: null,
      direction: documentDirection(composition.index.doc),
      ...setting,
    },
    composition.resources,
  );
}

/** The style of words of a look, of another size. */
export function sized(look: BlockLook, composition: Composition, factor = 1): TextStyle {
  const style = styleOfLook(look, composition.sheet);
  return factor === 1 ? style : { ...style, size: style.size * factor };
}

/** A look without its indent; the very same where it has none. */
export function unindented(look: BlockLook): BlockLook {
  return look.indent === 0 ? look : { ...look, indent: 0 };
}
