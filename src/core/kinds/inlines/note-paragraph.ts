import { z } from "zod";
import { nodeKind } from "../declare";
import type { ClipboardElement } from "../clipboard-element";

/** How deep lists may nest in a note. */
export const MAX_NOTE_DEPTH = 4;

const depth = z.int().min(0).max(MAX_NOTE_DEPTH).default(0).describe("In how many lists it stands.");
const item = z
  .enum(["bullet", "number"])
  .nullable()
  .default(null)
  .describe(
    "The list in which it begins an item; null for a plain paragraph, and for a later paragraph of the item before.",
  );

/**
 * Begins another paragraph of a note. A note stands in a line, so that its words are a line too, with a sign where each paragraph but
 * the first begins: what was typed into a note before notes had paragraphs stays where it was.
 */
export const note_paragraph = nodeKind({
  attributes: z.strictObject({ depth, item }),
  inline: true,
  atom: true,
  selectable: false,
  parseDOM: [{ tag: "br[data-note-paragraph]", priority: 60, getAttrs: listPlace }],
  toDOM: ({ depth, item }) => [
    "br",
    { "data-note-paragraph": "", "data-depth": String(depth), ...(item && { "data-item": item }) },
  ],
  leafText: () => "\n",
});

function listPlace(element: ClipboardElement) {
  const read = z.strictObject({ depth, item }).safeParse({
    depth: Number(element.getAttribute("data-depth") ?? 0),
    item: element.getAttribute("data-item"),
  });
  return read.data ?? {};
}
