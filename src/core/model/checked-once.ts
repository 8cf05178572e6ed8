import type { z } from "zod";
import { faultMessage, schemaFault } from "@/core/schema-fault";
import { keysOf } from "@/core/keys-of";
import {
  anchorEntrySchema,
  bookmarkEntrySchema,
  MAX_KEY_LETTERS,
  registrySchema,
  type Registry,
} from "./registry";
import { attachedFileSchema } from "./attached-file";

/*
 * Attributes are checked whenever a version of a document is made. They are values that never change, and most are the same from one
 * version to the next, so that each is looked at once.
 */

/** How many values that are no objects are remembered as right, of each attribute: most blocks carry the same few. */
const MAX_CACHED = 256;
const MAX_CACHED_LETTERS = 64;

/**
 * A check that looks at each object once, and at each of the few values once that most blocks carry. Throws a RangeError that says what is
 * wrong with `name`.
 */
export function checkedOnce(schema: z.ZodType, name: string): (value: unknown) => void {
  const objects = new WeakSet<object>();
  const others = new Set<unknown>();
  return (value) => {
    const isObject = typeof value === "object" && value !== null;
    if (isObject ? objects.has(value) : others.has(value)) return;
    const { error } = schema.safeParse(value);
    if (error) throw new RangeError(`${name}: ${faultMessage(schemaFault(error))}`);
    if (isObject) objects.add(value);
    else if (others.size < MAX_CACHED && String(value).length <= MAX_CACHED_LETTERS) others.add(value);
  };
}

const PARTS = {
  bookmarks: checkedOnce(bookmarkEntrySchema, "a bookmark"),
  anchors: checkedOnce(anchorEntrySchema, "an anchor"),
  files: checkedOnce(attachedFileSchema, "a file"),
} satisfies Record<keyof Registry, unknown>;

const checkedObjects = new WeakSet<object>();

/** Checks a registry. Mostly a single entry differs from the version before. Throws what is wrong with it. */
export function checkRegistry(value: unknown): void {
  if (typeof value !== "object" || value === null) return void registrySchema.parse(value);
  if (checkedObjects.has(value)) return;
  const { bookmarks, anchors, files = {}, ...rest }: Partial<Record<keyof Registry, unknown>> = value;
  const isRecord = (part: unknown): part is Record<string, unknown> =>
    typeof part === "object" && part !== null && !Array.isArray(part);
  if (!isRecord(bookmarks) || !isRecord(anchors) || !isRecord(files) || Object.keys(rest).length > 0)
    return void registrySchema.parse(value);
  const parts = { bookmarks, anchors, files };
  for (const part of keysOf(parts))
    for (const id in parts[part]) {
      if (id.length > MAX_KEY_LETTERS) return void registrySchema.parse(value);
      PARTS[part](parts[part][id]);
    }
  checkedObjects.add(value);
}
