import type { Mark } from "prosemirror-model";
import type { Face, LinkLook, LinkTarget, Look, StyleSheet } from "@/core/document";
import { bolder, fontKey, type Family, type FontKey } from "../fonts/font-key";
import { ownEntry } from "@/core/own-entry";

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
  /** Code, and words that are written letter by letter: never divided. */
  readonly code: boolean;
}

/** Named colours on paper. */
const COLOURS: Readonly<Record<string, string>> = {
  ink: "#1c2a30",
  quiet: "#55636a",
  tide: "#0e5a5e",
  plum: "#6b3f69",
  hemp: "#8a6230",
  line: "#ddd5c6",
  wash: "#f4efe4",
};

/** A colour of a look on paper: named ones as six digits. */
export function colourOnPaper(colour: string | null, otherwise = "ink"): string {
  const named = colour ?? otherwise;
  return named.startsWith("#") ? named : (ownEntry(COLOURS, named) ?? COLOURS.ink!);
}

/** Styles of looks, each kept for the sheet it was asked with last: nearly all texts of a document share a few. */
const styles = new WeakMap<Look, { readonly sheet: StyleSheet; readonly style: TextStyle }>();

/** How words of a look are set that carry no mark. */
export function styleOfLook(look: Look, sheet: StyleSheet): TextStyle {
  const known = styles.get(look);
  if (known?.sheet === sheet) return known.style;
  const style = makeStyle(look, sheet);
  styles.set(look, { sheet, style });
  return style;
}

function makeStyle(look: Look, sheet: StyleSheet): TextStyle {
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
    code: false,
  };
}

/** How words are set that stand among those of a look and carry marks. */
export function markedStyle(
  base: TextStyle,
  look: Look,
  marks: readonly Mark[],
  sheet: StyleSheet,
): TextStyle {
  let face: Face = look.face ?? sheet.styles.body.face ?? "serif";
  let { weight } = look;
  let italic = look.slant === "italic";
  let { size, rise, colour, underline, strike, link, code } = base;
  let linkLook = base.look;
  for (const mark of marks)
    switch (mark.type.name) {
      case "strong":
        weight = bolder(weight);
        break;
      case "emphasis":
        italic = true;
        break;
      case "underline":
        underline = true;
        break;
      case "strike":
        strike = true;
        break;
      case "superscript":
        rise += size * 0.35;
        size *= 0.7;
        break;
      case "subscript":
        rise -= size * 0.15;
        size *= 0.7;
        break;
      case "size":
        size *= (mark.attrs.percent as number) / 100;
        break;
      case "colour":
        colour = mark.attrs.colour as string;
        break;
      case "code":
        face = sheet.styles.code.face ?? "mono";
        size *= sheet.styles.code.size / sheet.styles.body.size;
        code = true;
        break;
      case "link": {
        link = mark.attrs.target as LinkTarget;
        linkLook = mark.attrs.look as LinkLook;
        if (linkLook === "plain") break;
        underline = linkLook === "underlined";
        const words = sheet.styles.link;
        if (words.colour !== null) colour = colourOnPaper(words.colour);
        if (words.face !== null) face = words.face;
        if (words.weight !== sheet.styles.body.weight) weight = words.weight;
        if (words.slant !== sheet.styles.body.slant) italic = words.slant === "italic";
      }
    }
  return {
    font: fontKey(face, weight, italic),
    size,
    colour,
    rise,
    underline,
    strike,
    link,
    look: linkLook,
    code,
  };
}
