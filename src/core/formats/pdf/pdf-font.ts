import type { FontTable, ShapedText } from "@/core/layout";
import { ESCAPED, num } from "./pdf-syntax";
import type { InnerFont, PackedDocument } from "./packed-document";

/** A font of a file: which of its glyphs are used, and words as the operands of TJ (ISO 32000-2, 9.4.3). */
export class PdfFont {
  private readonly inner: InnerFont;
  private readonly codes = new Map<number, string>();
  private readonly words = new Map<string, string>();
  /** The numbers of glyphs that are read as other signs than at first. */
  private readonly alike = new Map<string, number>();

  constructor(
    document: PackedDocument,
    bytes: Uint8Array,
    private readonly table: FontTable,
  ) {
    document.font(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength));
    this.inner = document.inner._font;
  }

  /** The name under which content streams know the font. */
  get id(): string {
    return this.inner.id;
  }

  ref() {
    return this.inner.ref();
  }

  /**
   * The operands for a text.
   * @param extra Added to each space, in parts of an em.
   */
  show(text: string, extra: number): string {
    const space = extra === 0 ? this.code(0x20) : `${this.code(0x20)})${num(-extra * 1000)}(`;
    let out = "(";
    for (let at = 0; at <= text.length;) {
      const next = text.indexOf(" ", at);
      const end = next < 0 ? text.length : next;
      if (end > at) out += this.word(text.slice(at, end));
      if (next >= 0) out += space;
      at = end + 1;
    }
    return `${out})`;
  }

  /**
   * The operand for a hyphen that stands only because its line ends: it looks like any hyphen, and is read as one that goes when
   * the words are taken out. The fonts' own glyph for that sign is empty, or is not there.
   */
  softHyphen(): string {
    return `(${this.glyph(this.inner.font.glyphForCodePoint(0x2d).id, [0xad])})`;
  }

  /**
   * The operands for a text that its font has shaped. Marks are put where the font wants them: along the line by the operands
   * themselves, above and below it by a rise (9.3.7), for which TJ ends and begins again.
   */
  showShaped({ glyphs }: ShapedText, size: number): string {
    let out = "";
    for (const { id, advance, dx, dy, text } of glyphs) {
      const sub = this.glyph(
        id,
        [...text].map((character) => character.codePointAt(0)!),
      );
      const own = (this.inner.font.getGlyph(id).advanceWidth * this.inner.scale) / 1000;
      const shown = `${moved(-dx)}(${sub})${moved(own - advance + dx)}`;
      out += Math.abs(dy) < MIN_SHIFT ? shown : `] TJ ${num(dy * size)} Ts [${shown}] TJ 0 Ts [`;
    }
    return out;
  }

  /** What stands between the first and the last parenthesis of a word's operands. */
  private word(word: string): string {
    const known = this.words.get(word);
    if (known !== undefined) return known;
    let out = "";
    this.table.walk(word, (from, to, ligature, _advance, kern) => {
      if (kern !== 0 && out !== "") out += `)${num((-kern * 1000) / this.table.em)}(`;
      out += ligature
        ? this.glyph(
            ligature,
            [...word.slice(from, to)].map((character) => character.codePointAt(0)!),
          )
        : this.code(word.codePointAt(from)!);
    });
    this.words.set(word, out);
    return out;
  }

  private code(code: number): string {
    let character = this.codes.get(code);
    if (character === undefined) {
      character = this.glyph(this.inner.font.glyphForCodePoint(code).id, [code]);
      this.codes.set(code, character);
    }
    return character;
  }

  /**
   * A glyph as it is written in a string: half as long as in hexadecimal digits, which is felt in packing. One glyph can be a part
   * of several letters, as where dots make one of the other; it stands in the file once for each, since a reader learns the
   * letters from the glyph's number.
   */
  private glyph(id: number, codePoints: number[]): string {
    const { subset, unicode } = this.inner;
    let sub = subset.includeGlyph(id);
    const first = unicode[sub];
    if (first && !sameCodePoints(first, codePoints)) {
      const read = `${id} ${codePoints.join(" ")}`;
      sub = this.alike.get(read) ?? subset.glyphs.push(id) - 1;
      this.alike.set(read, sub);
    }
    this.inner.widths[sub] ??= this.inner.font.getGlyph(id).advanceWidth * this.inner.scale;
    this.inner.unicode[sub] ??= codePoints;
    return bytesOf(sub);
  }
}

/** Less than this, in parts of an em, is not seen. */
const MIN_SHIFT = 0.0005;

/** What moves the glyphs after it to the left. */
function moved(ems: number): string {
  return Math.abs(ems) < MIN_SHIFT ? "" : num(ems * 1000);
}

function sameCodePoints(a: readonly number[], b: readonly number[]): boolean {
  return a.length === b.length && a.every((character, i) => character === b[i]);
}

/** The two bytes of a number in a literal string (ISO 32000-2, 7.3.4.2). */
function bytesOf(value: number): string {
  return String.fromCharCode(value >> 8, value & 0xff).replace(
    /[\\()\r\n]/g,
    (character) => ESCAPED[character]!,
  );
}
