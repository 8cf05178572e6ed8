import { PICTURE_HEIGHTS } from "@/core/document";
import type { PictureLook } from "../intake/document-builder";
import { DECORATIVE } from "../intake/figure-builder";

/** Pixels of the size of words, where a page says nothing else. */
const WORDS = 16;

/** How a picture stands in a line, from the attributes of its element. */
export function pictureLook(attributes: ReadonlyMap<string, string>): PictureLook {
  const own = Number(attributes.get("data-height"));
  const pixels = Number(/^\d+(?:\.\d+)?$/.exec(attributes.get("height") ?? "")?.[0]);
  const height = Math.round(own || (pixels / WORDS) * 100);
  return {
    decorative: DECORATIVE.has(attributes.get("role") ?? ""),
    height: height >= PICTURE_HEIGHTS.least && height <= PICTURE_HEIGHTS.most ? height : null,
    inLine: / in-line /.test(` ${attributes.get("class") ?? ""} `),
  };
}
