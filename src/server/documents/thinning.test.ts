import { afterEach, beforeEach, expect, jest, test } from "@jest/globals";
import fc from "fast-check";
import { sql } from "kysely";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import type { Node } from "prosemirror-model";
import { Author, EDITS, Letters, type Edit } from "#tests/authors";
import { heading, paragraph } from "#tests/editing";
import { createDocument } from "@/core/document";
import { LOCAL_AUTHOR, openAuthority, type DocumentAuthority } from "..";
import { checkFolder } from "../upkeep";
import { runs } from "#tests/runs";

const DAY = 24 * 60 * 60_000;
const NOW = new Date(2026, 5, 15, 12).getTime();

let folder: string;
let documents: DocumentAuthority;

beforeEach(async () => {
  folder = mkdtempSync(path.join(tmpdir(), "gate-rope-thin-"));
  await open();
});
afterEach(async () => {
  await documents.close();
  rmSync(folder, { recursive: true, force: true });
});

async function open() {
  documents = await openAuthority(folder);
  await sql`pragma synchronous = off`.execute(documents["db"]);
}

async function openAgain() {
  await documents.close();
  await open();
}

const edit: fc.Arbitrary<Edit> = fc.record({
  kind: fc.constantFrom(...EDITS),
  at: fc.nat(5_000),
  size: fc.nat(50),
  to: fc.nat(50),
});

/** A document of two authors who wrote in turn; answers its id and its newest version. */
async function written(edits: readonly Edit[]): Promise<{ id: string; version: number; authors: Author[] }> {
  const letters = new Letters();
  const first = createDocument([
    heading(1, letters.word(3)),
    paragraph(letters.word(20)),
    paragraph(letters.word(20)),
  ]);
  const id = await documents.create(LOCAL_AUTHOR, first);
  const authors = ["ada", "ben"].map((name) => new Author(name, first, letters));
  for (const [i, one] of edits.entries()) {
    const author = authors[i % 2]!;
    author.take((await documents.since(LOCAL_AUTHOR, id, author.own.version))!);
    author.edit(one);
    if (author.own.waiting.length === 0) continue;
    author.take(await documents.append(LOCAL_AUTHOR, id, { ...author.request(), name: author.name }));
  }
  return { id, version: (await documents.history(LOCAL_AUTHOR, id)).version, authors };
}

/** Has the changes be made over some days, the last of them 100 days ago. */
async function spread(id: string, version: number, days: number): Promise<void> {
  const perDay = Math.max(1, Math.ceil(version / days));
  await sql`update steps set created_at = cast(${NOW - 100 * DAY} - cast((${version} - version) / ${perDay} as integer) * ${DAY} as integer)
    where document_id = ${id}`.execute(documents["db"]);
}

const rows = () => documents["db"].selectFrom("steps").selectAll().orderBy("version").execute();
const at = (id: string, version: number) => documents.version(LOCAL_AUTHOR, id, version);

test("old changes of a day become one; named versions and the end of each day stay as they were", async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(edit, { minLength: 8, maxLength: 40 }),
      fc.integer({ min: 1, max: 5 }),
      fc.nat(),
      async (edits, days, pick) => {
        const { id, version } = await written(edits);
        if (version < 3) return;
        await spread(id, version, days);
        const named = 1 + (pick % (version - 1));
        await documents.nameVersion(LOCAL_AUTHOR, id, named, "Sent");
        const ends = await documents["db"]
          .selectFrom("steps")
          .select(({ fn }) => fn.max("version").as("end"))
          .where("document_id", "=", id)
          .groupBy("created_at")
          .execute();
        const kept = new Map<number, Node>();
        for (const end of [0, named, ...ends.map((row) => row.end)]) kept.set(end, await at(id, end));
        await documents.thin(NOW);
        await openAgain();
        for (const [end, doc] of kept) expect((await at(id, end)).eq(doc)).toBe(true);
        const { entries } = await documents.history(LOCAL_AUTHOR, id);
        expect(entries.find((one) => one.name === "Sent")?.version).toBe(named);
        expect(entries.reduce((sum, { changes }) => sum + changes, 0)).toBe(version);
        const count = (await rows()).filter((row) => row.document_id === id).length;
        expect(count).toBeLessThanOrEqual(kept.size);
        expect((await checkFolder(folder)).faults).toEqual([]);
        // Once is enough.
        expect(await documents.thin(NOW)).toBe(0);
      },
    ),
    { numRuns: runs(25) },
  );
}, 120_000);

const typed = (count: number): Edit[] =>
  Array.from({ length: count }, (_, i) => ({ kind: "type", at: 3 * i, size: i, to: i }));

test("young changes stay, and so do all where the rule says so", async () => {
  const { id, version } = await written(typed(12));
  await spread(id, version, 3);
  await documents.keepChanges(LOCAL_AUTHOR, id, 200);
  expect(await documents.thin(NOW)).toBe(0);
  await documents.keepChanges(LOCAL_AUTHOR, id, null);
  expect(await documents.thin(NOW + 5_000 * DAY)).toBe(0);
  expect((await documents.history(LOCAL_AUTHOR, id)).keptDays).toBeNull();
  await documents.keepChanges(LOCAL_AUTHOR, id, 7);
  expect(await documents.thin(NOW)).toBe(version - 3);
});

test("one document that is damaged keeps no other from it", async () => {
  const broken = await written(typed(12));
  const whole = await written(typed(12));
  for (const { id, version } of [broken, whole]) await spread(id, version, 1);
  await sql`update steps set step = '{' where document_id = ${broken.id} and version = 3`.execute(
    documents["db"],
  );
  const told = jest.spyOn(console, "error").mockImplementation(() => {});
  expect(await documents.thin(NOW)).toBe(whole.version - 1);
  expect(told).toHaveBeenCalledWith(expect.stringContaining(broken.id));
  told.mockRestore();
  expect((await rows()).filter((row) => row.document_id === broken.id)).toHaveLength(broken.version);
});

test("who looks at a version that was put together meanwhile is told; who wrote on it long ago keeps the words", async () => {
  const { id, version, authors } = await written(typed(12));
  const [ada, ben] = authors as [Author, Author];
  ada.take((await documents.since(LOCAL_AUTHOR, id, ada.own.version))!);
  ada.edit({ kind: "type", at: 5, size: 2, to: 0 });
  const late = ada.request();
  await spread(id, version, 1);
  await documents.thin(NOW);
  await openAgain();
  await expect(at(id, version - 1)).rejects.toMatchObject({ status: 404, code: "no-version" });
  expect(await documents.since(LOCAL_AUTHOR, id, 1)).toBeNull();
  // From the end of the day on all goes on as ever.
  const sent = await documents.append(LOCAL_AUTHOR, id, late);
  expect(sent.steps.length).toBe(late.steps.length);
  await expect(documents.append(LOCAL_AUTHOR, id, { ...late, version: 2 })).rejects.toMatchObject({
    status: 410,
  });
  // What was accepted once is not accepted again, though its row is gone.
  const last = await documents["db"].selectFrom("thinned_clients").selectAll().execute();
  expect(last.map(({ client }) => client).sort()).toEqual(["ada", "ben"]);
  expect((await documents.readFor(LOCAL_AUTHOR, id, ben.name)).last).toBe(
    last.find(({ client }) => client === "ben")!.number,
  );
});
