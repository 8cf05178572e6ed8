import { settingsOf, withSettings } from "@/core/kinds";
import type { Node, Schema } from "prosemirror-model";
import { Step, StepMap, StepResult } from "prosemirror-transform";
import { z } from "zod";
import { faultMessage, schemaFault } from "@/core/schema-fault";
import { attachedFileSchema, type AttachedFile } from "@/core/model/attached-file";
import { idSchema, type DestinationId } from "@/core/model/ids";
import {
  anchorEntrySchema,
  bookmarkEntrySchema,
  dueSchema,
  lastPlaceSchema,
  type AnchorEntry,
  type BookmarkEntry,
  type LastPlace,
  type Registry,
} from "@/core/model/registry";
import { ownEntry } from "@/core/own-entry";

/**
 * A change of one field of one bookmark, of a whole bookmark, of the anchors of some destinations, or of an attached file (null
 * takes an entry away). Fields are addressed one by one so that two people can change the name and the note of one bookmark at the same
 * time; anchors come several at once because publishing gives them to a whole document, and the last places of bookmarks because a whole
 * document can be taken out.
 */
export type RegistryChange =
  | { part: "bookmarks"; id: DestinationId; entry: BookmarkEntry | null }
  | { part: "bookmarks"; id: DestinationId; field: BookmarkField; value: string | boolean }
  | { part: "bookmarks"; id: DestinationId; field: "last"; value: LastPlace | null }
  | { part: "bookmarks"; lasts: Readonly<Record<string, LastPlace | null>> }
  | { part: "anchors"; entries: Readonly<Record<string, AnchorEntry | null>> }
  | { part: "files"; id: string; entry: AttachedFile | null };

export type BookmarkField = "name" | "note" | "followUp" | "due" | "removed" | "kind";

const id = idSchema;
const textField = z.enum(["name", "note"]);
const flagField = z.enum(["followUp", "removed"]);

const changeSchema: z.ZodType<RegistryChange> = z.union([
  z.strictObject({ part: z.literal("bookmarks"), id, entry: bookmarkEntrySchema.nullable() }),
  z.strictObject({ part: z.literal("bookmarks"), id, field: textField, value: z.string().max(100_000) }),
  z.strictObject({ part: z.literal("bookmarks"), id, field: flagField, value: z.boolean() }),
  z.strictObject({
    part: z.literal("bookmarks"),
    id,
    field: z.literal("due"),
    value: dueSchema,
  }),
  z.strictObject({
    part: z.literal("bookmarks"),
    id,
    field: z.literal("last"),
    value: lastPlaceSchema.nullable(),
  }),
  z.strictObject({
    part: z.literal("bookmarks"),
    id,
    field: z.literal("kind"),
    value: z.enum(["range", "point", "block"]),
  }),
  z.strictObject({
    part: z.literal("bookmarks"),
    lasts: z.record(idSchema, lastPlaceSchema.nullable()),
  }),
  z.strictObject({
    part: z.literal("anchors"),
    entries: z.record(idSchema, anchorEntrySchema.nullable()),
  }),
  z.strictObject({ part: z.literal("files"), id, entry: attachedFileSchema.nullable() }),
]);

/** Changes the registry of a document and nothing of its content, so it needs no positions and maps to itself. */
export class RegistryStep extends Step {
  constructor(readonly change: RegistryChange) {
    super();
  }

  override apply(doc: Node): StepResult {
    const registry = settingsOf(doc).registry;
    const change = this.change;
    if ("field" in change) {
      const before = ownEntry(registry.bookmarks, change.id);
      if (!before) return StepResult.fail("The bookmark is not there any more.");
      return StepResult.ok(withEntries(doc, registry, "bookmarks", { [change.id]: changed(before, change) }));
    }
    if ("lasts" in change) {
      // Those that somebody else has let go of for good meanwhile are left out.
      const entries = Object.entries(change.lasts).flatMap(([id, value]) => {
        const before = ownEntry(registry.bookmarks, id);
        return before ? [[id, changed(before, { field: "last", value })] as const] : [];
      });
      return StepResult.ok(withEntries(doc, registry, "bookmarks", Object.fromEntries(entries)));
    }
    return StepResult.ok(
      change.part === "anchors"
        ? withEntries(doc, registry, "anchors", change.entries)
        : withEntries(doc, registry, change.part, { [change.id]: change.entry }),
    );
  }

  override invert(doc: Node): Step {
    const registry = settingsOf(doc).registry;
    const change = this.change;
    if ("field" in change) {
      const before = ownEntry(registry.bookmarks, change.id);
      if (!before) return this;
      return new RegistryStep(
        change.field === "last"
          ? { ...change, value: before.last ?? null }
          : { ...change, value: before[change.field] ?? "" },
      );
    }
    if ("lasts" in change)
      return new RegistryStep({
        part: "bookmarks",
        lasts: Object.fromEntries(
          Object.keys(change.lasts).flatMap((id) => {
            const before = ownEntry(registry.bookmarks, id);
            return before ? [[id, before.last ?? null]] : [];
          }),
        ),
      });
    if (change.part === "bookmarks")
      return new RegistryStep({ ...change, entry: ownEntry(registry.bookmarks, change.id) ?? null });
    return new RegistryStep(
      change.part === "files"
        ? { ...change, entry: ownEntry(registry.files, change.id) ?? null }
        : {
            part: "anchors",
            entries: Object.fromEntries(
              Object.keys(change.entries).map((id) => [id, ownEntry(registry.anchors, id) ?? null]),
            ),
          },
    );
  }

  override map(): Step {
    return this;
  }

  override getMap(): StepMap {
    return StepMap.empty;
  }

  override toJSON() {
    return { stepType: "registry", change: this.change };
  }

  static override fromJSON(_schema: Schema, json: unknown): RegistryStep {
    const parsed = z.object({ change: changeSchema }).safeParse(json);
    if (!parsed.success)
      throw new RangeError(`not a change of names: ${faultMessage(schemaFault(parsed.error))}`);
    return new RegistryStep(parsed.data.change);
  }
}

Step.jsonID("registry", RegistryStep);

function changed(
  entry: BookmarkEntry,
  { field, value }: Pick<Extract<RegistryChange, { field: string }>, "field" | "value">,
): BookmarkEntry {
  if (field !== "last" || value !== null) return { ...entry, [field]: value };
  const { last: _, ...rest } = entry;
  return rest;
}

type Entry = BookmarkEntry | AnchorEntry | AttachedFile;

function withEntries(
  doc: Node,
  registry: Registry,
  part: keyof Registry,
  changed: Readonly<Record<string, Entry | null>>,
): Node {
  const entries: Record<string, Entry> = { ...registry[part] };
  for (const [id, entry] of Object.entries(changed)) {
    if (entry) entries[id] = entry;
    else delete entries[id];
  }
  return withSettings(doc, { registry: { ...registry, [part]: entries } });
}
