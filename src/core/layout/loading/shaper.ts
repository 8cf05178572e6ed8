import * as fontkit from "fontkit";
import { apartInHeaps } from "@/core/document";
import type { ShapedText } from "../fonts/shaped-text";

/** Shapes words by the rules of a font itself: joined letters, marks on letters, right to left. */
export function shaperOf(bytes: Uint8Array): (text: string) => ShapedText {
  const font = fontkit.create(bytes);
  // A font hands out the same glyph each time, with the letters of the first; one glyph can be a part of several letters.
  const glyphOf = font.getGlyph.bind(font);
  font.getGlyph = (id, codePoints = []): fontkit.Glyph =>
    Object.create(glyphOf(id, codePoints), { codePoints: { value: codePoints } });
  const known = new Map<string, ShapedText>();
  return (text) => {
    const before = known.get(text);
    if (before) return before;
    // A heap of marks would take a time that grows with the square of how many they are.
    const runs = apartInHeaps(text).map((part) => font.layout(part.text));
    const glyphs = runs.flatMap((run) => run.glyphs);
    const positions = runs.flatMap((run) => run.positions);
    const em = font.unitsPerEm;
    const shaped: ShapedText = {
      width: positions.reduce((sum, { xAdvance }) => sum + xAdvance, 0) / em,
      glyphs: glyphs.map((glyph, i) => ({
        id: glyph.id,
        advance: positions[i]!.xAdvance / em,
        dx: positions[i]!.xOffset / em,
        dy: positions[i]!.yOffset / em,
        text: String.fromCodePoint(...glyph.codePoints),
      })),
    };
    if (known.size > 20_000) known.clear();
    known.set(text, shaped);
    return shaped;
  };
}
