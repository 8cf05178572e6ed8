import { partitionPoint } from "@/core/order";
import { NEEDS_SHAPING } from "./shaped-text";
import { isInvisible, SOFT_HYPHEN } from "./unseen";

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

/** Codes below this are looked up in pairs. */
const PAIRED = 0x80;
const ODD = -0x8000;

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
  private readonly units = new Map<string, number>();
  /**
   * The advance of a sign after another, kerning included, for the commonest: `pairs[before * PAIRED + code]`, 0 where there is
   * none before. {@link ODD} where it is more than that: the font lacks it, or a ligature may begin with the two.
   */
  private readonly pairs = new Int16Array(PAIRED * PAIRED).fill(ODD);

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
    this.fillPairs();
    this.space = this.widthOf(" ");
  }

  private fillPairs(): void {
    for (let before = 0; before < PAIRED; before++)
      for (let code = 0x20; code < PAIRED; code++) {
        const [left, place] = [this.low[before]! - 1, this.low[code]! - 1];
        if (place < 0 || (before > 0 && left < 0)) continue;
        const kern =
          before > 0 && this.kerning
            ? this.kerning[this.rows![left]! * this.width + this.columns![place]!]!
            : 0;
        this.pairs[before * PAIRED + code] = this.advances[place]! + kern;
      }
    for (const [letters] of this.ligatures)
      this.pairs[letters.charCodeAt(0) * PAIRED + letters.charCodeAt(1)] = ODD;
  }

  /** Whether the font has a sign. */
  has(code: number): boolean {
    return this.place(code) >= 0;
  }

  /** The advance of a word with its kerning and ligatures; -1 where that does not tell it: the font lacks one
   * of its characters, or they have to be shaped. */
  widthOf(word: string): number {
    const units = this.unitsIn(word, 0, word.length);
    return units >= 0 ? units / this.em : -1;
  }

  /** The same of a word within a text, in units of the font: whole numbers, and nothing is made to ask for them. */
  unitsIn(text: string, from: number, to: number): number {
    const { pairs } = this;
    let units = 0;
    let before = 0;
    for (let at = from; at < to; at++) {
      const code = text.charCodeAt(at);
      const own = code < PAIRED ? pairs[before * PAIRED + code]! : ODD;
      if (own === ODD) return this.oddUnits(text.slice(from, to));
      units += own;
      before = code;
    }
    return units;
  }

  /** The units of a word that has other signs than those of {@link pairs}, or ligatures. */
  private oddUnits(word: string): number {
    const known = this.units.get(word);
    if (known !== undefined) return known;
    let sum = 0;
    let whole = true;
    this.walk(word, (_from, _to, _glyph, advance, kern) => {
      if (advance < 0) whole = false;
      sum += advance + kern;
    });
    const units = whole && !NEEDS_SHAPING.test(word) ? sum : -1;
    // Words repeat; a text of single long strings must not fill the memory.
    if (this.units.size > 60_000) this.units.clear();
    this.units.set(word, units);
    return units;
  }

  /**
   * Calls `visit` for each glyph of a word that is seen, in order: which letters it stands for, the font's number of it where it is a ligature
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
      if (code >= SOFT_HYPHEN && isInvisible(code)) {
        at = to;
        continue;
      }
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
