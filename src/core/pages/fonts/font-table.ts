import { partitionPoint } from "@/core/order";
import { NEEDS_SHAPING } from "./shaped-text";

/**
 * What a line needs to know of a font, as `scripts/page-fonts.mjs` writes it. Lengths are units of the font; `codes` are starts
 * and lengths of ranges, the other lists values and how often each is repeated, for each code and then for each ligature.
 */
export interface FontTableFile {
  readonly name: string;
  readonly unitsPerEm: number;
  readonly ascent: number;
  readonly descent: number;
  readonly codes: readonly number[];
  readonly advances: readonly number[];
  /** Their letters, and the glyph's number in the font. */
  readonly ligatures: readonly (readonly [text: string, glyph: number])[];
  readonly kerning: null | {
    readonly rows: readonly number[];
    readonly columns: readonly number[];
    /** How many columns a row of `values` has. */
    readonly width: number;
    readonly values: readonly number[];
  };
}

/** The metrics of one font, unpacked for quick asking. Lengths are parts of an em. */
export class FontTable {
  readonly name: string;
  readonly ascent: number;
  readonly descent: number;
  /** Advance of a space. */
  readonly space: number;
  /** Units of the font in an em. */
  readonly em: number;
  /** Place in the tables + 1 of a code below 0x3100. */
  private readonly low = new Uint16Array(0x3100);
  private readonly starts: number[] = [];
  private readonly lengths: number[] = [];
  private readonly places: number[] = [];
  private readonly advances: Int16Array;
  private readonly ligatures: readonly (readonly [string, number, place: number])[];
  private readonly rows: Uint16Array | null = null;
  private readonly columns: Uint16Array | null = null;
  private readonly width: number = 0;
  private readonly kerning: Int16Array | null = null;
  private readonly widths = new Map<string, number>();

  constructor(file: FontTableFile) {
    this.name = file.name;
    this.em = file.unitsPerEm;
    this.ascent = file.ascent / this.em;
    this.descent = file.descent / this.em;
    let place = 0;
    for (let i = 0; i < file.codes.length; i += 2) {
      const [start, length] = [file.codes[i]!, file.codes[i + 1]!];
      this.starts.push(start);
      this.lengths.push(length);
      this.places.push(place);
      for (let code = start; code < Math.min(start + length, this.low.length); code++)
        this.low[code] = place + code - start + 1;
      place += length;
    }
    this.ligatures = file.ligatures.map(([text, glyph], i) => [text, glyph, place + i]);
    const entries = place + file.ligatures.length;
    this.advances = unpacked(file.advances, Int16Array);
    if (file.kerning) {
      this.rows = unpacked(file.kerning.rows, Uint16Array);
      this.columns = unpacked(file.kerning.columns, Uint16Array);
      this.width = file.kerning.width;
      this.kerning = unpacked(file.kerning.values, Int16Array);
      if (this.rows.length !== entries) throw new RangeError(`the table of ${file.name} is damaged`);
    }
    this.space = this.widthOf(" ");
  }

  /** Whether the font has a sign. */
  has(code: number): boolean {
    return this.place(code) >= 0;
  }

  /** The advance of a word with its kerning and ligatures; -1 where that does not tell it: the font lacks one
   * of its signs, or they are to be shaped. */
  widthOf(word: string): number {
    const known = this.widths.get(word);
    if (known !== undefined) return known;
    let units = 0;
    let whole = true;
    this.walk(word, (_from, _to, _glyph, advance, kern) => {
      if (advance < 0) whole = false;
      units += advance + kern;
    });
    const width = whole && !NEEDS_SHAPING.test(word) ? units / this.em : -1;
    // Words repeat; a text of single long strings must not fill the memory.
    if (this.widths.size > 60_000) this.widths.clear();
    this.widths.set(word, width);
    return width;
  }

  /**
   * Calls `visit` for each glyph of a word in order: which letters it stands for, the font's number of it where it is a ligature
   * (else 0), its own advance, and the kerning before it, both in units of the font. The advance of a sign it lacks is -1.
   */
  walk(
    word: string,
    visit: (from: number, to: number, ligature: number, advance: number, kern: number) => void,
  ): void {
    let before = -1;
    for (let at = 0; at < word.length;) {
      let to = at + 1;
      let ligature = 0;
      let place = -1;
      const code = word.charCodeAt(at);
      if ((code === 0x66 || code === 0x74) && this.ligatures.length > 0)
        for (const [text, glyph, own] of this.ligatures)
          if (word.startsWith(text, at)) {
            to = at + text.length;
            ligature = glyph;
            place = own;
            break;
          }
      if (place < 0) {
        const whole = code >= 0xd800 && code < 0xdc00 ? word.codePointAt(at)! : code;
        if (whole > 0xffff) to = at + 2;
        place = this.place(whole);
      }
      const kern =
        before >= 0 && place >= 0 && this.kerning
          ? this.kerning[this.rows![before]! * this.width + this.columns![place]!]!
          : 0;
      visit(at, to, ligature, place >= 0 ? this.advances[place]! : -1, kern);
      before = place;
      at = to;
    }
  }

  private place(code: number): number {
    if (code < this.low.length) return this.low[code]! - 1;
    const range = partitionPoint(this.starts.length, (i) => this.starts[i]! <= code) - 1;
    const within = code - (this.starts[range] ?? Infinity);
    return within >= 0 && within < this.lengths[range]! ? this.places[range]! + within : -1;
  }
}

/** Values and how often each is repeated, as a table of numbers. */
function unpacked<Table extends Int16Array | Uint16Array>(
  repeated: readonly number[],
  Table: new (length: number) => Table,
): Table {
  let length = 0;
  for (let i = 1; i < repeated.length; i += 2) length += repeated[i]!;
  const values = new Table(length);
  let at = 0;
  for (let i = 0; i < repeated.length; i += 2) {
    values.fill(repeated[i]!, at, at + repeated[i + 1]!);
    at += repeated[i + 1]!;
  }
  return values;
}
