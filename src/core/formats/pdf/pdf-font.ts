import type { FontTable, ShapedText } from "@/core/pages";
import { ESCAPED, num } from "./pdf-syntax";
import type { InnerFont, PackedDocument } from "./packed-document";

/** A font of a file: which of its glyphs are used, and words as the operands of TJ (ISO 32000-2, 9.4.3). */
export class PdfFont {
  private readonly inner: InnerFont;
  private readonly codes = new Map<number, string>();
  private readonly words = new Map<string, string>();

  constructor(
    document: PackedDocument,
    bytes: Uint8Array,
    private readonly table: FontTable,
  ) {
    document.font(bytes as Buffer);
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
    if (!text.includes(" ")) return this.word(text);
    const space = `(${this.code(0x20)})${extra === 0 ? "" : num(-extra * 1000)}`;
    return text
      .split(" ")
      .map((word) => (word === "" ? "" : this.word(word)))
      .join(space);
  }

  /** The operands for a text that its font has shaped. */
  showShaped({ glyphs }: ShapedText): string {
    let out = "";
    for (const { id, advance, text } of glyphs) {
      const sub = this.glyph(
        id,
        [...text].map((sign) => sign.codePointAt(0)!),
      );
      const own = (this.inner.font.getGlyph(id).advanceWidth * this.inner.scale) / 1000;
      const rest = own - advance;
      out += `(${sub})${Math.abs(rest) < 0.0005 ? "" : num(rest * 1000)}`;
    }
    return out;
  }

  private word(word: string): string {
    const known = this.words.get(word);
    if (known !== undefined) return known;
    let out = "";
    let run = "";
    this.table.walk(word, (from, to, ligature, _advance, kern) => {
      if (kern !== 0 && run !== "") {
        out += `(${run})${num((-kern * 1000) / this.table.em)}`;
        run = "";
      }
      run += ligature
        ? this.glyph(
            ligature,
            [...word.slice(from, to)].map((sign) => sign.codePointAt(0)!),
          )
        : this.code(word.codePointAt(from)!);
    });
    if (run !== "") out += `(${run})`;
    this.words.set(word, out);
    return out;
  }

  private code(code: number): string {
    let sign = this.codes.get(code);
    if (sign === undefined) {
      sign = this.glyph(this.inner.font.glyphForCodePoint(code).id, [code]);
      this.codes.set(code, sign);
    }
    return sign;
  }

  /** A glyph as it is written in a string: half as long as in hexadecimal digits, which is felt in packing. */
  private glyph(id: number, signs: number[]): string {
    const sub = this.inner.subset.includeGlyph(id);
    this.inner.widths[sub] ??= this.inner.font.getGlyph(id).advanceWidth * this.inner.scale;
    this.inner.unicode[sub] ??= signs;
    return bytesOf(sub);
  }
}

/** The two bytes of a number in a literal string (ISO 32000-2, 7.3.4.2). */
function bytesOf(value: number): string {
  return String.fromCharCode(value >> 8, value & 0xff).replace(/[\\()\r\n]/g, (sign) => ESCAPED[sign]!);
}
