import type { Node } from "prosemirror-model";
import { asKind, fixedWordsOf, type BlockLook, type NoticeKind } from "@/core/document";
import type { Composition } from "./composition";
import { stripLike, type Ground, type PlainGround, type Strip, type Tag, type TextContent } from "./flow";
import { bolder } from "./fonts/font-key";
import type { InnerPlace, SetWithin } from "./inner-place";
import { colourOnPaper } from "@/core/styles/colour-on-paper";
import { styleOfLook } from "./text/text-style";
import { stripsOf, textStrips } from "./text-strips";
import { wordsSet } from "./set-words";

const PADDING = 8;
const BAR = 2.5;
/** The side of its icon, in parts of the size of the words. */
const ICON = 1.15;

/** Colours of notices on paper. */
const COLOURS: Readonly<Record<NoticeKind, string>> = {
  note: colourOnPaper("tide"),
  tip: colourOnPaper("tide"),
  caution: "#7c5420",
  warning: "#a8401f",
  danger: "#9c1f2b",
};

/** A notice: its icon and title, and what it says, on a ground with a bar at its side. Its title does not stand alone. */
export function noticeStrips(
  node: Node,
  place: InnerPlace,
  composition: Composition,
  within: SetWithin,
): Strip[] {
  const { kind } = asKind(node, "notice")!;
  const { size } = place.look;
  const colour = COLOURS[kind];
  const tag: Tag = { role: "Sect", parent: place.tag };
  const inset = BAR + PADDING + size * (ICON + 0.6);
  const x = place.x + inset;
  const width = Math.max(place.width / 3, place.width - inset - PADDING);
  const title = titleStrips(node, { ...place, x, width, tag, start: place.start + 1 }, colour, composition);
  const body = within(
    node,
    { x, width, tag, start: place.start + 1, look: place.look },
    composition,
    place.look.after,
    1,
  );
  if (body[0]) body[0] = stripLike(body[0], { gap: size * 0.3, free: false });
  const strips = [...title, ...body];
  const grounds: readonly PlainGround[] = [
    { kind: "wash", x: place.x, width: place.width, colour: colourOnPaper("wash") },
    { kind: "bar", x: place.x, width: BAR, colour },
  ];
  const icon: Ground = {
    kind: "icon",
    notice: kind,
    x: place.x + BAR + PADDING,
    y: PADDING + size * 0.2,
    width: size * ICON,
    colour,
  };
  const last = strips.length - 1;
  return strips.map((strip, i) => {
    const under = i === 0 ? grounds.map((ground) => ({ ...ground, first: true })) : grounds;
    const own = [...under, ...(i === 0 ? [icon] : []), ...strip.grounds];
    const height = strip.height + (i === 0 ? PADDING : 0) + (i === last ? PADDING : 0);
    const { content } = strip;
    return stripLike(strip, {
      height,
      grounds: own,
      ...(i === 0 && content.kind === "text" && { content: lowered(content) }),
    });
  });
}

/** A line with the room of the notice's edge above it. */
function lowered({ text, line, x }: TextContent): TextContent {
  return { kind: "text", text, line, x, y: PADDING };
}

function titleStrips(node: Node, place: InnerPlace, colour: string, composition: Composition): Strip[] {
  const title = node.child(0);
  const look: BlockLook = { ...place.look, weight: bolder(place.look.weight), colour, indent: 0 };
  const tag: Tag = { role: "P", parent: place.tag };
  const { kind } = asKind(node, "notice")!;
  const set =
    title.content.size > 0
      ? textStrips(title, look, { x: place.x, width: place.width, tag, start: place.start + 1 }, composition)
      : stripsOf(
          wordsSet(
            fixedWordsOf(composition.index.doc).notices[kind],
            styleOfLook(look, composition.sheet),
            { measure: place.width, leading: look.leading },
            composition,
          ),
          { x: place.x, tag, start: place.start + 1 },
          composition,
        );
  return set.map((strip, i) => (i > 0 ? stripLike(strip, { free: false }) : strip));
}
