import {
  FIRST_SHEET,
  type BlockLook,
  type Face,
  type Numbering as HeadingNumbering,
  type OwnLook,
  type StyleName,
  type StyleSheet,
} from "@/core/document";
import type { WrittenStyle } from "./written-style";

/** A single line of most faces is as high as so many times their size. */
export const SINGLE_LINE = 1.2;

/** The kind of face behind the name of a font; null where there is none. */
export function faceOf(font: string | undefined): Face | null {
  if (!font) return null;
  if (/mono|courier|consol|typewriter|menlo|terminal|fixed|lucida console|inconsolata/i.test(font))
    return "mono";
  if (
    /sans|figtree|arial|helvetica|calibri|verdana|tahoma|segoe|carlito|roboto|theme: headings|gothic|trebuchet|univers|frutiger|futura/i.test(
      font,
    )
  )
    return "sans";
  return "serif";
}

/** The look of a style as a look of the style sheet; lengths are points, kept within what a sheet can say. */
export function blockLook(style: WrittenStyle, start: BlockLook): BlockLook {
  const { run, paragraph } = style;
  return {
    ...start,
    face: faceOf(run.font) ?? start.face,
    size: within(run.size ?? 10, 4, 96),
    weight: run.bold ? 700 : 400,
    slant: run.italic ? "italic" : "upright",
    colour: run.colour && run.colour !== "auto" ? run.colour : "ink",
    leading: within((paragraph.lines ?? 1) * SINGLE_LINE, 0.8, 4),
    before: within(paragraph.before ?? 0, 0, 200),
    after: within(paragraph.after ?? 0, 0, 200),
    align: paragraph.align ?? "left",
    indent: within(paragraph.indent ?? 0, 0, 300),
    keepWithNext: paragraph.keepWithNext ?? start.keepWithNext,
    newPage: paragraph.newPage ?? false,
  };
}

/** What a style of paragraphs says that the body does not. */
export function ownLookOfParagraphs(style: WrittenStyle, body: BlockLook): OwnLook {
  const { numbering: _, underlined: __, firstBold: ___, ...look } = blockLook(style, body);
  const said = Object.entries(look).filter(([part, value]) => value !== body[part as keyof BlockLook]);
  return Object.fromEntries(said) as OwnLook;
}

/** What a style of words says. */
export function ownLookOfWords({ run }: WrittenStyle): OwnLook {
  const face = faceOf(run.font);
  return {
    ...(face && { face }),
    ...(run.size !== undefined && { size: within(run.size, 4, 96) }),
    ...(run.bold !== undefined && { weight: run.bold ? 700 : 400 }),
    ...(run.italic !== undefined && { slant: run.italic ? ("italic" as const) : ("upright" as const) }),
    ...(run.colour !== undefined && run.colour !== "auto" && { colour: run.colour }),
  };
}

/** The names of the standard's styles behind those of a style sheet. */
const NAMED: Partial<Record<StyleName, RegExp>> = {
  quotation: /^(?:quote|block text|quotations)$/i,
  code: /^(?:html preformatted|plain text|source code|preformatted text|code)$/i,
  caption: /^caption$/i,
  note: /^footnote(?: text)?$/i,
  contents: /^(?:toc|contents) 1$/i,
};

/** The styles of a file that are used. */
export interface UsedStyles {
  readonly body: WrittenStyle;
  /** Of each level of headings the one that is named most. */
  readonly headings: ReadonlyMap<number, WrittenStyle>;
  readonly named: readonly WrittenStyle[];
  readonly numberingOf: (heading: WrittenStyle, level: number) => HeadingNumbering;
}

/** The style sheet of a file: the looks of those of its styles that are used. */
export function sheetOf(
  { body: bodyStyle, headings, named, numberingOf }: UsedStyles,
  name: string,
): StyleSheet {
  const body = blockLook(bodyStyle, FIRST_SHEET.styles.body);
  const looks: Record<StyleName, BlockLook> = { ...FIRST_SHEET.styles, body };
  for (const [level, style] of headings) {
    const key = `heading${level}` as StyleName;
    const look = blockLook(style, FIRST_SHEET.styles[key]);
    looks[key] = { ...inherited(look, body), keepWithNext: true, numbering: numberingOf(style, level) };
  }
  for (const [key, pattern] of Object.entries(NAMED)) {
    const style = named.find(({ name }) => pattern.test(name));
    if (style)
      looks[key as StyleName] = inherited(blockLook(style, FIRST_SHEET.styles[key as StyleName]), body);
  }
  return { ...FIRST_SHEET, name, styles: looks };
}

/** What is as in the body follows the body. */
function inherited(look: BlockLook, body: BlockLook): BlockLook {
  return {
    ...look,
    face: look.face === body.face ? null : look.face,
    colour: look.colour === body.colour ? null : look.colour,
  };
}

function within(value: number, least: number, most: number): number {
  return Math.round(Math.min(Math.max(value, least), most) * 100) / 100;
}

/** What the style of links says of words: what is as in the body need not be said. */
export function linkLook({ face, colour }: BlockLook, body: BlockLook): OwnLook {
  return { ...(face && face !== body.face && { face }), ...(colour && { colour }) };
}
