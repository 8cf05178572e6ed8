import { colourOnPaper } from "@/core/styles/colour-on-paper";
import type { Mark } from "prosemirror-model";
import {
  byMark,
  ownStyleOf,
  type ByMark,
  type Face,
  type LinkLook,
  type LinkTarget,
  type BlockLook,
  type StyleSheet,
} from "@/core/document";
import { bolder, fontKey, type Family, type FontKey } from "../fonts/font-key";

/** How words are set. Lengths are points. */
export interface TextStyle {
  readonly font: FontKey;
  readonly size: number;
  /** `#` and six hexadecimal digits. */
  readonly colour: string;
  /** How far above the base line they stand; below where it is negative. */
  readonly rise: number;
  readonly underline: boolean;
  readonly strike: boolean;
  readonly link: LinkTarget | null;
  /** How that link looks. */
  readonly look: LinkLook;
  /** The language of the words, where it is not the document's. */
  readonly language: string | null;
  /** Code, and words that are written letter by letter: never divided. */
  readonly code: boolean;
}

/** Styles of looks, each kept for the sheet it was asked with last: nearly all texts of a document share a few. */
const styles = new WeakMap<BlockLook, { readonly sheet: StyleSheet; readonly style: TextStyle }>();

/** How words of a look are set that carry no mark. */
export function styleOfLook(look: BlockLook, sheet: StyleSheet): TextStyle {
  const known = styles.get(look);
  if (known?.sheet === sheet) return known.style;
  const style = makeStyle(look, sheet);
  styles.set(look, { sheet, style });
  return style;
}

function makeStyle(look: BlockLook, sheet: StyleSheet): TextStyle {
  const { body } = sheet.styles;
  const font = fontKey((look.face ?? body.face ?? "serif") as Family, look.weight, look.slant === "italic");
  return plainStyle(font, look.size, colourOnPaper(look.colour ?? body.colour));
}

/** A style of words on the base line that are no link and have no line with them; `colour` as on paper. */
export function plainStyle(font: FontKey, size: number, colour: string): TextStyle {
  return {
    font,
    size,
    colour,
    rise: 0,
    underline: false,
    strike: false,
    link: null,
    look: "underlined",
    language: null,
    code: false,
  };
}

/** How words are set that stand among those of a look and carry marks. */
export function markedStyle(
  base: TextStyle,
  look: BlockLook,
  marks: readonly Mark[],
  sheet: StyleSheet,
): TextStyle {
  const set: MarkedSetting = {
    face: look.face ?? sheet.styles.body.face ?? "serif",
    weight: look.weight,
    italic: look.slant === "italic",
    size: base.size,
    rise: base.rise,
    colour: base.colour,
    underline: base.underline,
    strike: base.strike,
    link: base.link,
    look: base.look,
    language: base.language,
    code: base.code,
  };
  for (const mark of marks) byMark(SET, mark, set, sheet);
  const { face, weight, italic, ...rest } = set;
  return { font: fontKey(face, weight, italic), ...rest };
}

/** How words are set, while the marks that they carry are gone through. */
interface MarkedSetting extends Mutable<Omit<TextStyle, "font">> {
  face: Face;
  weight: number;
  italic: boolean;
}
type Mutable<T> = { -readonly [K in keyof T]: T[K] };

const raised = (by: number) => (_mark: unknown, set: MarkedSetting) => {
  set.rise += set.size * by;
  set.size *= 0.7;
};

const SET: ByMark<[set: MarkedSetting, sheet: StyleSheet], void> = {
  strong: (_mark, set) => void (set.weight = bolder(set.weight)),
  emphasis: (_mark, set) => void (set.italic = true),
  underline: (_mark, set) => void (set.underline = true),
  strike: (_mark, set) => void (set.strike = true),
  superscript: raised(0.35),
  subscript: raised(-0.15),
  size: ({ percent }, set) => void (set.size *= percent / 100),
  colour: ({ colour }, set) => void (set.colour = colour),
  code: (_mark, set, { styles: { code, body } }) => {
    set.face = code.face ?? "mono";
    set.size *= code.size / body.size;
    set.code = true;
  },
  link: ({ target, look }, set, { styles: { link, body } }) => {
    set.link = target;
    set.look = look;
    if (look === "plain") return;
    set.underline = look === "underlined";
    if (link.colour !== null) set.colour = colourOnPaper(link.colour);
    if (link.face !== null) set.face = link.face;
    if (link.weight !== body.weight) set.weight = link.weight;
    if (link.slant !== body.slant) set.italic = link.slant === "italic";
  },
  language: ({ language }, set) => void (set.language = language),
  bookmark: () => undefined,
  index_entry: () => undefined,
  comment: () => undefined,
  word_style: ({ style }, set, sheet) => {
    const own = ownStyleOf(sheet, style);
    if (own?.of !== "words") return;
    const { face, weight, slant, size, colour } = own.look;
    if (face) set.face = face;
    if (weight !== undefined) set.weight = weight;
    if (slant !== undefined) set.italic = slant === "italic";
    if (size !== undefined) set.size *= size / sheet.styles.body.size;
    if (colour) set.colour = colourOnPaper(colour);
  },
};
