import type { Node } from "prosemirror-model";
import { asKind, pictureWords } from "@/core/document";
import type { Composition } from "./composition";
import { heightOf, NO_GROUNDS, NO_NOTES, stripLike, type Strip, type Tag } from "./flow";
import { captionStrips } from "./caption-strips";
import { PIXEL } from "./text/text-source";
import { wordsSet, sized } from "./text-strips";

const MISSING_HEIGHT = 72;

/**
 * The strips of a figure: its picture and its caption, kept together. A picture is never wider than the text nor, with its caption,
 * higher than a page.
 */
export function figureStrips(figure: Node, label: string, composition: Composition): Strip[] {
  const { sheet, width, height, resources } = composition;
  const { picture, place, width: chosen, decorative } = asKind(figure, "figure")!;
  const alt = pictureWords(figure);
  const tag: Tag = decorative
    ? { role: "Div", parent: null }
    : { role: "Figure", parent: null, alt: alt || figure.textContent || label || "Picture" };
  const caption = captionStrips(figure, 1, label, tag, composition);
  const gap = sheet.styles.caption.before;
  const room = Math.max(height / 4, height - heightOf(caption) - gap - 4);
  const pixels = picture ? resources.picture(picture) : null;
  const size = pixels && pixels.width > 0 && pixels.height > 0 ? pixels : null;
  let wide = chosen !== null ? (width * chosen) / 100 : size ? Math.min(width, size.width * PIXEL) : width;
  // A drawing may not say how large it is.
  let high = size ? (wide * size.height) / size.width : picture ? wide * 0.6 : MISSING_HEIGHT;
  if (high > room) {
    wide *= room / high;
    high = room;
  }
  const x = place === "left" ? 0 : place === "right" ? width - wide : (width - wide) / 2;
  const words = picture
    ? null
    : wordsSet(
        alt || "Picture missing",
        sized(sheet.styles.caption, composition),
        {
          measure: width - 24,
          leading: sheet.styles.caption.leading,
          align: "center",
        },
        composition,
      );
  return [
    {
      gap: 0,
      height: high,
      free: true,
      start: 0,
      notes: NO_NOTES,
      content: { kind: "picture", name: picture, words, x, width: wide, height: high },
      grounds: NO_GROUNDS,
      tag: decorative ? null : tag,
    },
    ...caption.map((strip, i) => stripLike(strip, { gap: i === 0 ? gap : strip.gap, free: false })),
  ];
}
