import type { z } from "zod";
import {
  anchorEntrySchema,
  bookmarkEntrySchema,
  MOST_KEY_LETTERS,
  registrySchema,
  type Registry,
} from "./registry";
import { attachedFileSchema } from "./attached-file";

/*
 * Attributes of the document are checked whenever a version of it is made. They are values that never change, and most are the same from
 * one version to the next, so that each is looked at once.
 */

/** A check that looks at each object once. */
export function checkedOnce(schema: z.ZodType): (value: unknown) => void {
  const known = new WeakSet<object>();
  return (value) => {
    if (typeof value !== "object" || value === null) return void schema.parse(value);
    if (known.has(value)) return;
    schema.parse(value);
    known.add(value);
  };
}

const PARTS = {
  bookmarks: checkedOnce(bookmarkEntrySchema),
  anchors: checkedOnce(anchorEntrySchema),
  files: checkedOnce(attachedFileSchema),
} satisfies Record<keyof Registry, unknown>;

const known = new WeakSet<object>();

/** Checks a registry, of which mostly a single entry is another than in the version before; throws what is wrong with it. */
export function checkRegistry(value: unknown): void {
  if (typeof value !== "object" || value === null) return void registrySchema.parse(value);
  if (known.has(value)) return;
  const { bookmarks, anchors, files = {}, ...rest } = value as Partial<Record<string, unknown>>;
  const isRecord = (part: unknown): part is Record<string, unknown> =>
    typeof part === "object" && part !== null && !Array.isArray(part);
  if (!isRecord(bookmarks) || !isRecord(anchors) || !isRecord(files) || Object.keys(rest).length > 0)
    return void registrySchema.parse(value);
  for (const [part, entries] of Object.entries({ bookmarks, anchors, files }))
    for (const id in entries) {
      if (id.length > MOST_KEY_LETTERS) return void registrySchema.parse(value);
      PARTS[part as keyof typeof PARTS](entries[id]);
    }
  known.add(value);
}
