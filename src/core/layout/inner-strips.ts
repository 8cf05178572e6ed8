import type { Node } from "prosemirror-model";
import { startWithin } from "@/core/index";
import {
  asKind,
  byKind,
  fixedWordsOf,
  idOf,
  isKind,
  kindOfNode,
  listMarker,
  type Numerals,
  ownLook,
  type ByKind,
  type InnerKind,
} from "@/core/document";
import { isKeyOf } from "@/core/keys-of";
import type { Composition } from "./composition";
import {
  NO_GROUNDS,
  stripLike,
  type Ground,
  type ListNumbering,
  type PlainGround,
  type Strip,
  type Tag,
} from "./flow";
import { equationStrips } from "./equation-strips";
import { figureStrips } from "./figure-strips";
import { tableStrips } from "./table-strips";
import { definitionStrips } from "./definition-strips";
import type { InnerPlace, SetWithin } from "./inner-place";
import { bulletAt, itemGap, listIndent, marked } from "./list-line";
import { noticeStrips } from "./notice-strips";
import { setText } from "./text/set-text";
import { colourOnPaper } from "@/core/styles/colour-on-paper";
import { textSource } from "./text/text-source";
import { stripsOf, textStrips } from "./text-strips";
import { unindented } from "./set-words";

const BOX = "□";

/** The strips of a paragraph, list, quotation or code block, wherever it stands. */
export function innerStrips(node: Node, place: InnerPlace, composition: Composition, depth = 0): Strip[] {
  return byKind(INNER, node, place, composition, depth);
}

const INNER: ByKind<InnerKind, [place: InnerPlace, composition: Composition, depth: number], Strip[]> = {
  paragraph: (node, { align, style }, place, composition) =>
    textStrips(
      node,
      ownLook(composition.sheet, style, place.look),
      {
        x: place.x,
        width: place.width,
        tag: { role: "P", parent: place.tag },
        start: place.start + 1,
        align,
      },
      composition,
    ),
  bullet_list: (node, _list, place, composition, depth) =>
    listStrips(node, () => bulletAt(depth), place, composition, depth),
  ordered_list: (node, count, place, composition, depth) => {
    const first = place.number ?? count.start;
    return listStrips(node, (item) => listMarker(count, first + item), place, composition, depth);
  },
  quotation: (node, _quotation, place, composition, depth) =>
    quotationStrips(node, place, composition, depth),
  code_block: (node, _code, place, composition) => codeStrips(node, place, composition),
  definition_list: (node, _list, place, composition, depth) =>
    definitionStrips(node, place, composition, setWithin(depth + 1)),
  notice: (node, _notice, place, composition, depth) =>
    noticeStrips(node, place, composition, setWithin(depth)),
  figure: (node, _figure, place, composition) =>
    asideStrips(place, figureStrips(node, labelOf(node, composition), narrowed(composition, place), place)),
  equation: (node, _equation, place, composition) =>
    asideStrips(place, equationStrips(node, labelOf(node, composition), narrowed(composition, place), place)),
  table: (node, _table, place, composition, depth) => {
    const label = labelOf(node, composition);
    const { strips } = tableStrips(node, label, narrowed(composition, place), setWithin(depth), place);
    return asideStrips(place, strips);
  },
};

/** What is counted and stands before the caption of a block within another. */
function labelOf(node: Node, { index }: Composition): string {
  const id = idOf(node);
  return (id && index.captions.get(id)) ?? "";
}

/** The same, for a block that has less room. */
function narrowed(composition: Composition, { width }: InnerPlace): Composition {
  return width === composition.width ? composition : { ...composition, width };
}

/** Strips that were set over a whole width, where that begins further in. */
function asideStrips({ x, width }: InnerPlace, strips: Strip[]): Strip[] {
  if (x === 0) return strips;
  return strips.map((strip) =>
    stripLike(strip, {
      content: { kind: "row", cells: [{ x, y: 0, width, strips: [strip] }], line: 0, width },
      grounds: NO_GROUNDS,
    }),
  );
}

/** Sets what stands within a block so deep in others. */
export const setWithin =
  (depth: number): SetWithin =>
  (node, place, composition, gap, first) =>
    childStrips(node, place, composition, gap, depth, first);

/** The space around what stands apart from the words within a block, in parts of their size. */
const APART = 0.8;

/** Which blocks within others have more space around them than a paragraph. */
const STANDS_APART = {
  figure: true,
  table: true,
  equation: true,
  notice: true,
  code_block: true,
  paragraph: false,
  bullet_list: false,
  ordered_list: false,
  quotation: false,
  definition_list: false,
} as const satisfies Record<InnerKind, boolean>;

function standsApart(node: Node): boolean {
  const kind = kindOfNode(node);
  return isKeyOf(STANDS_APART, kind) && STANDS_APART[kind];
}

/** Children of a node from `first` on, one below the other, with the space between blocks of their look. */
export function childStrips(
  node: Node,
  place: Omit<InnerPlace, "start"> & { start: number },
  composition: Composition,
  gap: number,
  depth = 0,
  first = 0,
): Strip[] {
  const strips: Strip[] = [];
  let { start } = place;
  node.forEach((child, _offset, i) => {
    const number = isKind(child, "ordered_list") ? startWithin(node, i) : undefined;
    const own = i < first ? [] : innerStrips(child, { ...place, start, number }, composition, depth);
    if (i > first && own[0]) {
      const apart = standsApart(child) || standsApart(node.child(i - 1)) ? place.look.size * APART : 0;
      own[0] = stripLike(own[0], { gap: Math.max(own[0].gap, gap, apart) });
    }
    for (const strip of own) strips.push(strip);
    start += child.nodeSize;
  });
  return strips;
}

/** `signOf`: what stands before an item, counted from 0. */
function listStrips(
  list: Node,
  markerOf: (item: number) => string,
  place: InnerPlace,
  composition: Composition,
  depth: number,
): Strip[] {
  const tag: Tag = { role: "L", parent: place.tag, numbering: numberingOf(list) };
  const indent = listIndent(longest(list, markerOf), place.look, place.width, composition);
  const look = unindented(place.look);
  const gap = itemGap(look);
  const strips: Strip[] = [];
  let start = place.start + 1;
  list.forEach((item, _offset, i) => {
    const itemTag: Tag = { role: "LI", parent: tag };
    const body: Tag = { role: "LBody", parent: itemTag };
    const own = childStrips(
      item,
      {
        x: place.x + indent,
        width: place.width - indent,
        tag: body,
        start: start + 1,
        look,
      },
      composition,
      gap,
      depth + 1,
    );
    const { checked } = asKind(item, "list_item")!;
    const marker = {
      words: checked === null ? markerOf(i) : BOX,
      ticked: checked === true,
      tag: { role: "Lbl", parent: itemTag, ...boxAlt(checked, composition) },
    };
    const first = marked(own[0]!, marker, { look: place.look, indent }, composition);
    own[0] = i > 0 ? stripLike(first, { gap }) : first;
    for (const strip of own) strips.push(strip);
    start += item.nodeSize;
  });
  return strips;
}

const NUMBERINGS: Record<Numerals, ListNumbering> = {
  decimal: "Decimal",
  "lower-alpha": "LowerAlpha",
  "upper-alpha": "UpperAlpha",
  "lower-roman": "LowerRoman",
  "upper-roman": "UpperRoman",
};

function numberingOf(list: Node): ListNumbering {
  const count = asKind(list, "ordered_list");
  return count ? NUMBERINGS[count.numerals] : "Disc";
}

/** A box is told of aloud by a word. */
function boxAlt(checked: boolean | null, { index }: Composition): { alt?: string } {
  return checked === null ? {} : { alt: fixedWordsOf(index.doc).boxes[checked ? "ticked" : "open"] };
}

/** The sign of a list with the most letters. */
function longest(list: Node, signOf: (item: number) => string): string {
  let widest = signOf(list.childCount - 1);
  for (let i = 0; i < list.childCount; i++) if (signOf(i).length > widest.length) widest = signOf(i);
  return widest;
}

function quotationStrips(node: Node, place: InnerPlace, composition: Composition, depth: number): Strip[] {
  const look = composition.sheet.styles.quotation;
  const inset = look.indent + look.size;
  const bar: Ground = { kind: "bar", x: place.x, width: 2, colour: colourOnPaper("hemp") };
  return childStrips(
    node,
    {
      x: place.x + inset,
      width: Math.max(place.width / 3, place.width - inset),
      tag: { role: "BlockQuote", parent: place.tag },
      start: place.start + 1,
      look: unindented(look),
    },
    composition,
    look.size * 0.9,
    depth,
  ).map((strip) => stripLike(strip, { grounds: [bar, ...strip.grounds] }));
}

const CODE_PADDING = 8;

function codeStrips(node: Node, place: InnerPlace, composition: Composition): Strip[] {
  const look = composition.sheet.styles.code;
  const x = place.x + look.indent;
  const width = place.width - look.indent;
  const text = setText(
    textSource(node, place.start + 1, look, composition),
    {
      measure: width - 2 * CODE_PADDING,
      align: "left",
      size: look.size,
      leading: look.leading,
      hyphenate: null,
      code: true,
    },
    composition.resources,
  );
  const tag: Tag = { role: "Code", parent: { role: "P", parent: place.tag } };
  const wash: PlainGround = { kind: "wash", x, width, colour: colourOnPaper("wash") };
  const strips = stripsOf(text, { x: x + CODE_PADDING, tag, start: place.start + 1 }, composition);
  return strips.map((strip, i) => {
    const top = i === 0 ? CODE_PADDING : 0;
    const bottom = i === strips.length - 1 ? CODE_PADDING : 0;
    return stripLike(strip, {
      height: strip.height + top + bottom,
      grounds: [{ ...wash, first: i === 0 }],
      content: { kind: "text", text, line: i, x: x + CODE_PADDING, y: top },
    });
  });
}
