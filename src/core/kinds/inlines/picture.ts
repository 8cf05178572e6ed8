import { z } from "zod";
import { nodeKind } from "../declare";
import { words } from "../attributes/words";

/** The largest and smallest height of an inline picture, in hundredths of the size of the words around it. */
export const PICTURE_HEIGHTS = { least: 20, most: 2_000 } as const;

const height = z
  .int()
  .min(PICTURE_HEIGHTS.least)
  .max(PICTURE_HEIGHTS.most)
  .nullable()
  .default(null)
  .describe("Hundredths of the size of the words around it; null for the picture's own, as far as it fits.");

/** A picture in a line: an icon, a key, a small drawing. It is not counted, and has no caption. */
export const picture = nodeKind({
  attributes: z.strictObject({
    picture: words(100, "The name of a picture under `pictures`, or empty."),
    alt: words(20_000),
    height,
    decorative: z
      .boolean()
      .default(false)
      .describe("It tells nothing, and is passed over when the document is read aloud."),
  }),
  first: { picture: "", alt: "" },
  group: "inline",
  inline: true,
  atom: true,
  parseDOM: [
    {
      tag: "img[data-picture]",
      getAttrs: (element) => ({
        picture: element.getAttribute("data-picture") ?? "",
        alt: element.getAttribute("data-alt") ?? "",
        decorative: element.getAttribute("data-decorative") !== null,
        height: height.safeParse(Number(element.getAttribute("data-height") || NaN)).data ?? null,
      }),
    },
  ],
  toDOM: ({ picture, alt, height, decorative }) => [
    "img",
    {
      "data-picture": picture,
      "data-alt": alt,
      ...(height !== null && { "data-height": String(height) }),
      ...(decorative && { "data-decorative": "" }),
    },
  ],
  leafText: ({ alt, decorative }) => (decorative ? "" : alt),
});
