import { z } from "zod";
import { id } from "../attributes/id";
import { nodeKind } from "../declare";

const place = z.enum(["foot", "end"]).default("foot");

/** Where the words of a note stand: at the foot of the page, or at the end of the document. */
export type NotePlace = z.output<typeof place>;

/**
 * A footnote or endnote: its words stand where its sign stands, so that they go wherever that goes. Its paragraphs and lists are told by
 * the signs that begin them.
 */
export const note = nodeKind({
  attributes: z.strictObject({ id, place }),
  group: "inline",
  inline: true,
  content: "(text | formula | hard_break | picture | bookmark_point | note_paragraph)*",
  atom: true,
  isolating: true,
  parseDOM: [
    {
      tag: "span[data-note]",
      getAttrs: (element) => ({
        id: element.getAttribute("data-note") || null,
        place: element.getAttribute("data-place") === "end" ? "end" : "foot",
      }),
    },
  ],
  toDOM: ({ id, place }) => ["span", { "data-note": id ?? "", "data-place": place }, 0],
});
