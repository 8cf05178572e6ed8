/** What of fontkit is used: its own types speak of Node, which the core does not know. */
declare module "fontkit" {
  export interface Glyph {
    readonly id: number;
    readonly codePoints: readonly number[];
    readonly advanceWidth: number;
  }

  export interface GlyphPosition {
    readonly xAdvance: number;
    readonly xOffset: number;
    readonly yOffset: number;
  }

  export interface GlyphRun {
    readonly glyphs: readonly Glyph[];
    readonly positions: readonly GlyphPosition[];
  }

  export interface Font {
    readonly unitsPerEm: number;
    getGlyph(id: number, codePoints?: readonly number[]): Glyph;
    layout(text: string): GlyphRun;
  }

  export function create(bytes: Uint8Array): Font;
}
