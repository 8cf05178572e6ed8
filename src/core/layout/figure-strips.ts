import type { Node } from "prosemirror-model";
import { asKind, documentDirection, pictureWords } from "@/core/document";
import type { Composition } from "./composition";
import { heightOf, NO_GROUNDS, NO_NOTES, stripLike, type Strip, type Tag } from "./flow";
import { captionStrips } from "./caption-strips";
import { OUTERMOST } from "./inner-place";
import type { SetText } from "./text/set-text";
import { PIXEL } from "./text/text-source";
import { wordsSet, sized } from "./set-words";

const MISSING_HEIGHT = 72;
/** Between the words in a frame and its edges. */
const WITHIN_FRAME = 8;

/**
 * The strips of a figure: its picture and its caption, kept together. A picture is never wider than the text nor, with its caption,
 * higher than a page.
 */
export function figureStrips(
  figure: Node,
  label: string,
  composition: Composition,
  within = OUTERMOST,
): Strip[] {
  const { sheet, width, height, resources } = composition;
  const { picture, place, width: chosen, decorative } = asKind(figure, "figure")!;
  const alt = pictureWords(figure);
  const tag: Tag = decorative
    ? { role: "Div", parent: within.tag }
    : { role: "Figure", parent: within.tag, alt: alt || figure.textContent || label || "Picture" };
  const caption = captionStrips(figure, within.start + 1, label, tag, composition);
  const gap = sheet.styles.caption.before;
  const room = Math.max(height / 4, height - heightOf(caption) - gap - 4);
  const pixels = picture ? resources.picture(picture) : null;
  const size = pixels && pixels.width > 0 && pixels.height > 0 ? pixels : null;
  const words = picture ? null : fitting(missingWords(alt, composition), room - 2 * WITHIN_FRAME);
  let wide = chosen !== null ? (width * chosen) / 100 : size ? Math.min(width, size.width * PIXEL) : width;
  // A drawing may not say how large it is.
  let high = size
    ? (wide * size.height) / size.width
    : words
      ? Math.max(MISSING_HEIGHT, heightOfLines(words) + 2 * WITHIN_FRAME)
      : wide * 0.6;
  if (high > room) {
    wide *= room / high;
    high = room;
  }
  // What is placed on the left stands there in a text that is read from the right as well, where it is the end of a line.
  const atBegin = documentDirection(composition.index.doc) === "rtl" ? "right" : "left";
  const x = place === "line" ? (width - wide) / 2 : place === atBegin ? 0 : width - wide;
  return [
    {
      gap: 0,
      height: high,
      free: true,
      start: within.start,
      notes: NO_NOTES,
      content: { kind: "picture", name: picture, words, x, width: wide, height: high },
      grounds: NO_GROUNDS,
      tag: decorative ? null : tag,
    },
    ...caption.map((strip, i) => stripLike(strip, { gap: i === 0 ? gap : strip.gap, free: false })),
  ];
}

/** What stands in the frame of a picture that is missing. */
function missingWords(alt: string, composition: Composition): SetText {
  const { caption } = composition.sheet.styles;
  const setting = { measure: composition.width - 24, leading: caption.leading, align: "center" as const };
  return wordsSet(alt || "Picture missing", sized(caption, composition), setting, composition);
}

function heightOfLines({ lines }: SetText): number {
  return lines.reduce((sum, { height }) => sum + height, 0);
}

/** As many lines of a text as there is room for; the first in any case. */
function fitting(text: SetText, room: number): SetText {
  let height = 0;
  const lines = text.lines.filter((line, i) => (height += line.height) <= room || i === 0);
  return lines.length === text.lines.length ? text : { ...text, lines };
}
