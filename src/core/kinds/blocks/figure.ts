import { z } from "zod";
import { blockElement } from "../attributes/element";
import { id, idOn } from "../attributes/id";
import { words } from "../attributes/words";
import { nodeKind } from "../declare";

const width = z
  .int()
  .min(5)
  .max(100)
  .nullable()
  .default(null)
  .describe("Hundredths of the text's width; null for the picture's own, as far as it fits.");
const place = z
  .enum(["line", "left", "right"])
  .default("line")
  .describe("On its own line, or at a margin with the text beside it.");

/** Width and place of a figure, and whether it only decorates, as the clipboard and exported pages name them. */
export function figureLook(element: { getAttribute(name: string): string | null }) {
  const written = Number(element.getAttribute("data-width"));
  return {
    width: written >= 5 && written <= 100 ? Math.round(written) : null,
    place: place.safeParse(element.getAttribute("data-place")).data ?? "line",
    decorative: element.getAttribute("data-decorative") !== null,
  };
}

export const figure = nodeKind({
  attributes: z.strictObject({
    id,
    picture: words(100, "The name of a picture under `pictures`, or empty."),
    alt: words(20_000),
    width,
    place,
    decorative: z
      .boolean()
      .default(false)
      .describe("It tells nothing, and is passed over when the document is read aloud."),
  }),
  first: { picture: "", alt: "" },
  group: "block inner",
  content: "inline*",
  isolating: true,
  parseDOM: [
    {
      tag: "figure[data-picture]",
      contentElement: "figcaption",
      getAttrs: (element) => ({
        ...idOn(element),
        picture: element.getAttribute("data-picture") ?? "",
        alt: element.getAttribute("data-alt") ?? "",
        ...figureLook(element),
      }),
    },
  ],
  toDOM: ({ picture, alt, width, place, decorative, ...rest }) => [
    "figure",
    {
      ...blockElement(rest),
      "data-picture": picture,
      "data-alt": alt,
      ...(width !== null && { "data-width": String(width) }),
      ...(place !== "line" && { "data-place": place }),
      ...(decorative && { "data-decorative": "" }),
    },
    ["figcaption", 0],
  ],
});
