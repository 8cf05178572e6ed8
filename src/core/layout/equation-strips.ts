import { texOf } from "@/core/document";
import type { Node } from "prosemirror-model";
import type { Composition } from "./composition";
import { NO_GROUNDS, NO_NOTES, type Strip } from "./flow";
import { OUTERMOST } from "./inner-place";
import { equationBox } from "./text/measure";
import { stripsOf } from "./text-strips";
import { sized, wordsSet } from "./set-words";

/** The strip of an equation that stands in a line of its own, made smaller where it is wider than the text. */
export function equationStrips(
  node: Node,
  label: string,
  composition: Composition,
  within = OUTERMOST,
): Strip[] {
  const tex = texOf(node);
  const { body } = composition.sheet.styles;
  const style = sized(body, composition);
  const tag = { role: "Formula", parent: within.tag, alt: tex };
  const number = label
    ? wordsSet(`(${label})`, style, { measure: composition.width, leading: body.leading }, composition)
    : null;
  const room = composition.width - (number ? number.lines[0]!.width * 2 + 16 : 0);
  if (composition.resources.equation(tex, true) === "faulty") {
    // What has a fault stands as it was typed.
    const typed = wordsSet(
      tex || " ",
      sized(composition.sheet.styles.code, composition),
      { measure: composition.width, leading: body.leading, align: "center" },
      composition,
    );
    return stripsOf(typed, { x: 0, tag, start: within.start }, composition);
  }
  const { width, height, depth } = equationBox(tex, true, composition.resources);
  const size = body.size * Math.min(1, room / Math.max(1, width * body.size));
  const above = height * size + 2;
  return [
    {
      gap: 0,
      height: above + depth * size + 2,
      free: true,
      start: within.start,
      notes: NO_NOTES,
      content: {
        kind: "equation",
        tex,
        x: (composition.width - width * size) / 2,
        baseline: above,
        size,
        colour: style.colour,
        label: number,
      },
      grounds: NO_GROUNDS,
      tag,
    },
  ];
}
