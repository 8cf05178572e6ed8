/** A text shaped by its font: glyphs in the order they are drawn, from left to right. Lengths are parts of an em. */
export interface ShapedText {
  readonly width: number;
  readonly glyphs: readonly {
    readonly id: number;
    readonly advance: number;
    readonly dx: number;
    readonly dy: number;
    /** The signs it stands for. */
    readonly text: string;
  }[];
}

/** Signs whose glyphs depend on their neighbours: Arabic and its relatives, and marks that are put on letters. */
export const NEEDS_SHAPING =
  /[\u0300-\u036f\u0591-\u05c7\u0600-\u08ff\u0900-\u1cff\u200c\u200d\ufb50-\ufdff\ufe20-\ufe2f\ufe70-\ufefc]/;
