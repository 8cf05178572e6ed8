import { z } from "zod";
import { idSchema, newId } from "@/core/model/ids";
import { indexEntryFrom, indexEntrySchema } from "@/core/model/index-entry";
import { markKind } from "../declare";

/** Words that the index at the back of the book lists. They may overlap: one place can stand under several entries. */
export const index_entry = markKind({
  attributes: z.strictObject({
    id: idSchema.describe("The same for all words of one place, which may go over several blocks."),
    ...indexEntrySchema.shape,
  }),
  inclusive: false,
  excludes: "",
  parseDOM: [
    {
      tag: "span[data-index-entry]",
      getAttrs: (element) => {
        const part = (name: string) => element.getAttribute(`data-${name}`);
        const entry = indexEntryFrom({
          main: part("primary"),
          sub: part("secondary"),
          see: part("see"),
          also: part("seealso"),
        });
        return entry && { id: part("index-entry") || newId(), ...entry };
      },
    },
  ],
  toDOM: ({ id, ...entry }) => [
    "span",
    { class: "indexed", "data-index-entry": id, ...indexEntryAttributes(entry) },
    0,
  ],
});

/** An entry as attributes of its element, named as HTMLBook names them. Those that say nothing are left out. */
export function indexEntryAttributes(entry: {
  readonly main: string;
  readonly sub: string;
  readonly see: string;
  readonly also: string;
}): Record<string, string> {
  const { main, sub, see, also } = entry;
  return {
    "data-primary": main,
    ...(sub && { "data-secondary": sub }),
    ...(see && { "data-see": see }),
    ...(also && { "data-seealso": also }),
  };
}
