import { afterEach, beforeEach, describe, expect, jest, test } from "@jest/globals";
import Database from "better-sqlite3";
import { mkdtempSync, readdirSync, rmSync, utimesSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { paragraph } from "#tests/editing";
import { createDocument, schema } from "@/core/document";
import { checkFolder, restoreBackup } from "../upkeep";
import { BACKUPS_KEPT, DailyBackups } from "../upkeep/daily-backups";
import { LOCAL_AUTHOR, openAuthority, type DocumentAuthority } from "..";

let folder: string;
let documents: DocumentAuthority;
beforeEach(async () => {
  jest.spyOn(console, "error").mockImplementation(() => {});
  folder = mkdtempSync(path.join(tmpdir(), "gate-rope-bin-"));
  documents = await openAuthority(folder);
});
afterEach(async () => {
  await documents.close();
  rmSync(folder, { recursive: true, force: true });
});

const svg = (words: string) => ({
  type: "image/svg+xml" as const,
  bytes: new TextEncoder().encode(`<svg xmlns="http://www.w3.org/2000/svg"><!--${words}--></svg>`),
});
const illustrated = (picture: string) =>
  createDocument([paragraph("words of the tower"), schema.nodes.figure.create({ picture, alt: "" })]);
const sought = { words: "tower", how: "words", matchCase: false, accents: false, wholeWords: false } as const;
const rowsIn = (table: string, database = "gate-rope.sqlite") => {
  const sqlite = new Database(path.join(folder, database), { readonly: true });
  const count = sqlite.prepare(`select count(*) from ${table}`).pluck().get();
  sqlite.close();
  return count;
};

describe("the bin", () => {
  test("holds what was removed, and gives it back as it was", async () => {
    const id = await documents.create(LOCAL_AUTHOR, createDocument([paragraph("text")], { title: "Mine" }));
    await documents.remove(LOCAL_AUTHOR, id);
    expect(await documents.bin(LOCAL_AUTHOR)).toMatchObject([{ id, title: "Mine" }]);
    await documents.restore(LOCAL_AUTHOR, id);
    expect(await documents.bin(LOCAL_AUTHOR)).toEqual([]);
    expect((await documents.read(LOCAL_AUTHOR, id)).index.doc.textContent).toBe("text");
  });

  test("when it is emptied lets go of all that nothing else uses, and of nothing more", async () => {
    const [own, shared] = [documents.pictures.keep(svg("own")), documents.pictures.keep(svg("shared"))];
    const gone = await documents.create(LOCAL_AUTHOR, illustrated(own));
    const also = await documents.create(LOCAL_AUTHOR, illustrated(shared));
    const kept = await documents.create(LOCAL_AUTHOR, illustrated(shared));
    expect(await documents.find(LOCAL_AUTHOR, sought)).toHaveLength(3);
    for (const name of [own, shared])
      utimesSync(path.join(folder, "pictures", name.slice(0, 2), name), 1_000, 1_000);
    // Brought a moment ago, and not in a document yet.
    const fresh = documents.pictures.keep(svg("fresh"));
    await documents.remove(LOCAL_AUTHOR, gone);
    await documents.remove(LOCAL_AUTHOR, also);
    expect(await documents.emptyBin(LOCAL_AUTHOR)).toBe(2);
    expect([own, shared, fresh].map((name) => documents.pictures.has(name))).toEqual([false, true, true]);
    expect(["documents", "snapshots"].map((table) => rowsIn(table))).toEqual([1, 1]);
    expect((await documents.find(LOCAL_AUTHOR, sought)).map(({ id }) => id)).toEqual([kept]);
    // The search index follows with the next search.
    expect(rowsIn("lines", "search.sqlite")).toBe(1);
    expect(rowsIn("indexed_documents", "search.sqlite")).toBe(1);
    await expect(documents.restore(LOCAL_AUTHOR, gone)).rejects.toMatchObject({ status: 404 });
    expect(checkFolder(folder).faults).toEqual([]);
    // What is gone for good is not missed at the next start.
    await documents.close();
    documents = await openAuthority(folder);
    expect(await documents.list(LOCAL_AUTHOR)).toHaveLength(1);
  });

  test("lets go of what was removed more than 30 days ago", async () => {
    const id = await documents.create(LOCAL_AUTHOR);
    await documents.remove(LOCAL_AUTHOR, id);
    const day = 24 * 60 * 60_000;
    expect(await documents.purgeOld(Date.now() + 29 * day)).toBe(0);
    expect(await documents.purgeOld(Date.now() + 31 * day)).toBe(1);
    expect(await documents.bin(LOCAL_AUTHOR)).toEqual([]);
  });
});

test("one backup a day is made beside the work, the newest seven stay, and each is restored by one command", async () => {
  const id = await documents.create(LOCAL_AUTHOR, createDocument([paragraph("text")]));
  const where = path.join(folder, "backups");
  const backups = new DailyBackups(folder, where, path.resolve("dist/gate-rope.mjs"));
  const day = (number: number) => new Date(2026, 10, number, 12);
  for (let number = 1; number <= 9; number++)
    expect(await backups.makeToday(day(number))).toBe(path.join(where, `gate-rope-2026-11-0${number}.zip`));
  expect(await backups.makeToday(day(9))).toBeNull();
  expect(readdirSync(where)).toHaveLength(BACKUPS_KEPT);
  expect(backups.days().at(0)).toBe("2026-11-03");
  await documents.remove(LOCAL_AUTHOR, id);
  await documents.emptyBin(LOCAL_AUTHOR);
  await documents.close();
  await restoreBackup(folder, path.join(where, "gate-rope-2026-11-09.zip"));
  documents = await openAuthority(folder);
  expect((await documents.read(LOCAL_AUTHOR, id)).index.doc.textContent).toBe("text");
  await expect(
    new DailyBackups("/nowhere/at/all", where, path.resolve("dist/gate-rope.mjs")).makeToday(day(20)),
  ).rejects.toThrow("There is no database of Gate Rope in this folder.");
}, 60_000);
