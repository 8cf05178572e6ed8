import { kept } from "@/core/kept";
import { z } from "zod";
import { attachedFileSchema, type AttachedFiles } from "./attached-file";
import { knownId, type DestinationId } from "./ids";

/** Where the words of a bookmark stood when they were taken out. */
export interface LastPlace {
  /** The words it covered, shortened. */
  readonly words: string;
  /** The name of the section. */
  readonly section: string;
  /** The permanent id of the block, or of the one before it where that went as well. */
  readonly block: DestinationId | null;
}

/** What a document knows of one bookmark. Where it stands is carried by the content, not kept here. */
export interface BookmarkEntry {
  readonly kind: "range" | "point" | "block";
  /** Any wording. */
  readonly name: string;
  /** For a block bookmark: the id of the block it names. */
  readonly block: DestinationId | null;
  readonly note: string;
  /** Whether its author is to come back to it, and by when: a date as `2026-11-26`, empty or absent for any time. */
  readonly followUp: boolean;
  readonly due?: string;
  /** Where its words stood last, once they were taken out. */
  readonly last?: LastPlace;
  /** Removed by an author; the entry stays so that links that led here can say what they meant. */
  readonly removed: boolean;
}

/** The public name of a destination once it is published or read from a file, with the earlier ones. */
export interface AnchorEntry {
  readonly anchor: string;
  readonly aliases: readonly string[];
}

/** Names and public names of a document's destinations, and the files attached to it, keyed by permanent id. */
export interface Registry {
  readonly bookmarks: Readonly<Record<string, BookmarkEntry>>;
  readonly anchors: Readonly<Record<string, AnchorEntry>>;
  /** Files attached to the document; absent where there never was one. */
  readonly files?: AttachedFiles;
}

export const EMPTY_REGISTRY: Registry = { bookmarks: {}, anchors: {} };

const nameSchema = z.string().max(20_000);

/** Checks the date of a flag, as `2026-11-26`, or none. */
export const dueSchema = z
  .string()
  .regex(/^(?:|\d{4}-(?:0[1-9]|1[0-2])-(?:0[1-9]|[12]\d|3[01]))$/, "not a date");

/** Checks where the words of a bookmark stood last. */
export const lastPlaceSchema: z.ZodType<LastPlace> = z.strictObject({
  words: z.string().max(1_000),
  section: z.string().max(1_000),
  block: z
    .string()
    .max(64)
    .transform((id) => knownId(id))
    .nullable(),
});

/** Checks one bookmark entry. */
export const bookmarkEntrySchema = z.strictObject({
  kind: z.enum(["range", "point", "block"]),
  name: nameSchema,
  block: z
    .string()
    .max(64)
    .transform((id) => knownId(id))
    .nullable(),
  note: z.string().max(100_000),
  followUp: z.boolean(),
  due: dueSchema.optional(),
  last: lastPlaceSchema.optional(),
  removed: z.boolean(),
});

/** An NCName (Namespaces in XML 1.0), at most 40 characters: valid as a public name everywhere at once. */
export const anchorSchema = z
  .string()
  .max(200)
  .regex(/^[\p{L}_][\p{L}\p{N}\p{M}._-]*$/u, "not a valid anchor");

/** Checks the public names of one destination. Aliases may be any anchor an older file used. */
export const anchorEntrySchema = z.strictObject({
  anchor: anchorSchema,
  aliases: z.array(z.string().min(1).max(200)).max(1_000),
});

/** As long may the id be under which an entry is kept. */
export const MAX_KEY_LETTERS = 64;
const keySchema = z.string().max(MAX_KEY_LETTERS);

/** Checks a whole registry that comes from outside. */
export const registrySchema: z.ZodType<Registry> = z.strictObject({
  bookmarks: z.record(keySchema, bookmarkEntrySchema),
  anchors: z.record(keySchema, anchorEntrySchema),
  files: z.record(keySchema, attachedFileSchema).optional(),
});

/** A new bookmark's entry with everything but its kind and name at rest. */
export function bookmarkEntry(
  kind: BookmarkEntry["kind"],
  name: string,
  block?: DestinationId,
): BookmarkEntry {
  return { kind, name, block: block ?? null, note: "", followUp: false, removed: false };
}

/** The bookmarks on whole blocks, by block; removed ones are not among them. Kept, since the registry changes seldom. */
export const bookmarksOnBlocks = kept(
  ({ bookmarks }: Pick<Registry, "bookmarks">): ReadonlyMap<string, readonly DestinationId[]> => {
    const byBlock = new Map<string, DestinationId[]>();
    for (const [id, { kind, block, removed }] of Object.entries(bookmarks))
      if (kind === "block" && block && !removed)
        byBlock.set(block, [...(byBlock.get(block) ?? []), knownId(id)]);
    return byBlock;
  },
);
