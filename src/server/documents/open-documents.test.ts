import { expect, test } from "@jest/globals";
import { createDocument } from "@/core/document";
import { paragraph } from "#tests/editing";
import { OpenDocuments } from "./open-documents";
import type { Snapshots } from "./snapshots";
import type { StoredDocuments } from "./stored-documents";

/** Room for nothing but what has to stay. */
const NO_ROOM = 1;

function openWith(busy: ReadonlySet<string>): OpenDocuments {
  const doc = createDocument([paragraph("words")]);
  const stored = {
    load: () => Promise.resolve({ doc, version: 1, snapshot: 1, stepsSince: [] }),
  } as unknown as StoredDocuments;
  const snapshots = { opened: () => {}, forget: () => {} } as unknown as Snapshots;
  return new OpenDocuments(stored, snapshots, (id) => busy.has(id), NO_ROOM);
}

test("the least recently used documents go, but not one that is worked on, nor for its sake all others", async () => {
  const documents = openWith(new Set(["busy"]));
  for (const id of ["busy", "idle", "newest"]) await documents.load(id);
  expect(["busy", "idle", "newest"].map((id) => documents.has(id))).toEqual([true, false, true]);
});
