import type { BookFont } from "../office/office-options";

/** A font in the book, with the rule of the style sheet that loads it. */
export interface PackedFont {
  readonly path: string;
  readonly bytes: Uint8Array;
  readonly rule: string;
}

/** Fonts as they stand in the book. */
export function packedFonts(fonts: readonly BookFont[]): PackedFont[] {
  return fonts.map(({ family, style, unicodeRange, bytes }, i) => {
    const path = `fonts/${i + 1}.woff2`;
    return {
      path,
      bytes,
      rule: `@font-face{font-family:"${family}";font-style:${style};font-weight:200 900;font-display:swap;src:url(${path}) format("woff2");unicode-range:${unicodeRange}}`,
    };
  });
}
