import { afterEach, beforeEach, describe, expect, test } from "@jest/globals";
import Database from "better-sqlite3";
import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { sql } from "kysely";
import { Transform } from "prosemirror-transform";
import { createDocument, RegistryStep, bookmarkEntry, newId, schema } from "@/core/document";
import { DatabaseError, LOCAL_AUTHOR, openAuthority, type DocumentAuthority } from ".";
import { PictureStore } from "./picture-store";

let folder: string;
let documents: DocumentAuthority;

beforeEach(async () => {
  folder = mkdtempSync(path.join(tmpdir(), "gate-rope-"));
  documents = await openAuthority(folder);
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const doc = () =>
  createDocument([schema.nodes.paragraph.create(null, schema.text("text"))], { title: "Kept" });
const insert = (text: string, at = 1) => ({
  stepType: "replace",
  from: at,
  to: at,
  slice: { content: [{ type: "text", text }] },
});
const textOf = async (id: string, authority = documents) =>
  (await authority.read(LOCAL_AUTHOR, id)).index.doc.textContent;

describe("steps", () => {
  test("are on disk once they are answered: another process reads them", async () => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    expect(await documents.append(LOCAL_AUTHOR, id, 0, "a", [insert("one "), insert("two ")])).toEqual({
      version: 2,
    });
    const other = await openAuthority(folder);
    expect(await textOf(id, other)).toBe("two one text");
    expect(await other.list(LOCAL_AUTHOR)).toMatchObject([
      { id, title: "Kept", words: 3, sections: 0, adrift: 0, version: 2 },
    ]);
  });

  test("that build on an older version are refused with the newest version and who made it, and change nothing", async () => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    await documents.append(LOCAL_AUTHOR, id, 0, "a", [insert("one ")]);
    await expect(documents.append(LOCAL_AUTHOR, id, 0, "b", [insert("other ")])).rejects.toMatchObject({
      status: 409,
      details: { version: 1, client: "a" },
    });
    expect(await textOf(id)).toBe("one text");
  });

  test("sent at the same moment are taken one after the other", async () => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    const all = await Promise.allSettled(
      [0, 1, 2, 3].map((n) => documents.append(LOCAL_AUTHOR, id, 0, `c${n}`, [insert(`${n} `)])),
    );
    expect(all.filter((one) => one.status === "fulfilled")).toHaveLength(1);
    expect((await documents.read(LOCAL_AUTHOR, id)).version).toBe(1);
  });

  test.each<[string, unknown]>([
    ["of an unknown kind", { stepType: "nonsense" }],
    ["outside the document", insert("x", 900)],
    [
      "that put a list item into the document",
      {
        stepType: "replace",
        from: 0,
        to: 0,
        slice: { content: [{ type: "list_item", content: [{ type: "paragraph" }] }] },
      },
    ],
    ["that empty the document", { stepType: "replace", from: 0, to: 6 }],
    [
      "with a dangerous link",
      {
        stepType: "addMark",
        from: 1,
        to: 3,
        mark: { type: "link", attrs: { target: { kind: "web", url: "javascript:x" } } },
      },
    ],
    ["with a registry that is none", { stepType: "docAttr", attr: "registry", value: { bookmarks: [] } }],
    [
      "with a level that is none",
      { stepType: "replace", from: 0, to: 0, slice: { content: [{ type: "heading", attrs: { level: 9 } }] } },
    ],
    [
      "that name a bookmark which is not there",
      { stepType: "registry", change: { part: "bookmarks", id: "gone", field: "name", value: "x" } },
    ],
    ["that are no object", 7],
  ])("%s are refused and nothing is kept of them", async (_name, step) => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    await expect(documents.append(LOCAL_AUTHOR, id, 0, "a", [insert("good "), step])).rejects.toMatchObject({
      status: 422,
    });
    expect(await textOf(id)).toBe("text");
    expect((await documents.read(LOCAL_AUTHOR, id)).version).toBe(0);
  });

  test("are folded into a snapshot now and then, and loading gives the same text", async () => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    for (let version = 0; version < 450; version += 50)
      await documents.append(
        LOCAL_AUTHOR,
        id,
        version,
        "a",
        Array.from({ length: 50 }, () => insert("x")),
      );
    const sqlite = new Database(path.join(folder, "gate-rope.sqlite"), { readonly: true });
    expect(sqlite.prepare("select version from snapshots order by version").all()).toEqual([
      { version: 0 },
      { version: 200 },
      { version: 400 },
    ]);
    expect(await textOf(id, await openAuthority(folder))).toBe("x".repeat(450) + "text");
  });

  test("of the registry are kept like any other", async () => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    const bookmark = newId();
    const step = new RegistryStep({ part: "bookmarks", id: bookmark, entry: bookmarkEntry("range", "Here") });
    const mark = new Transform(doc()).addMark(1, 3, schema.marks.bookmark.create({ id: bookmark })).steps[0]!;
    await documents.append(LOCAL_AUTHOR, id, 0, "a", [step.toJSON(), mark.toJSON()]);
    const { index } = await (await openAuthority(folder)).read(LOCAL_AUTHOR, id);
    expect(index.bookmarks).toMatchObject([{ name: "Here", text: "te" }]);
  });
});

describe("the shelf", () => {
  test("does not list what was removed, and puts it back whole", async () => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    await documents.remove(LOCAL_AUTHOR, id);
    expect(await documents.list(LOCAL_AUTHOR)).toEqual([]);
    await expect((await openAuthority(folder)).read(LOCAL_AUTHOR, id)).rejects.toMatchObject({ status: 404 });
    await documents.restore(LOCAL_AUTHOR, id);
    expect(await textOf(id)).toBe("text");
  });

  test("has more documents than are held in memory", async () => {
    const ids = [];
    for (let i = 0; i < 60; i++) ids.push(await documents.create(LOCAL_AUTHOR, doc()));
    for (const id of ids) await documents.append(LOCAL_AUTHOR, id, 0, "a", [insert(`${id} `)]);
    for (const id of ids) expect(await textOf(id)).toBe(`${id} text`);
  });
});

describe("the data folder", () => {
  test("from a newer version is refused, and nothing in it is changed", async () => {
    const sqlite = new Database(path.join(folder, "gate-rope.sqlite"));
    sqlite.prepare("insert into kysely_migration (name, timestamp) values ('0099-later', '2030')").run();
    sqlite.close();
    await expect(openAuthority(folder)).rejects.toThrow(DatabaseError);
    await expect(openAuthority(folder)).rejects.toThrow(/from a newer version of Gate Rope \(“0099-later”\)/);
  });

  test("that holds no database but a file of its name is refused with one line", async () => {
    const other = mkdtempSync(path.join(tmpdir(), "gate-rope-"));
    writeFileSync(
      path.join(other, "gate-rope.sqlite"),
      "this is no database at all, but a text of some length",
    );
    await expect(openAuthority(other)).rejects.toThrow(/cannot be opened: file is not a database/);
    writeFileSync(path.join(other, "file"), "");
    await expect(openAuthority(path.join(other, "file", "data"))).rejects.toThrow(/cannot be written/);
  });
});

test("a disk that is full refuses with one line, and what was kept before is as it was", async () => {
  const id = await documents.create(LOCAL_AUTHOR, doc());
  await documents.append(LOCAL_AUTHOR, id, 0, "a", [insert("kept ")]);
  const { rows } = await sql<{ page_count: number }>`pragma page_count`.execute(documents["db"]);
  await sql`pragma max_page_count = ${sql.lit(rows[0]!.page_count + 4)}`.execute(documents["db"]);
  await expect(
    documents.append(LOCAL_AUTHOR, id, 1, "a", [insert("x".repeat(100_000))]),
  ).rejects.toMatchObject({
    status: 507,
    message: "The disk is full, so this was not kept. Your text stays on the screen.",
  });
  await expect(
    documents.create(
      LOCAL_AUTHOR,
      createDocument([schema.nodes.paragraph.create(null, schema.text(noise(80_000)))]),
    ),
  ).rejects.toMatchObject({ status: 507 });
  expect(await textOf(id)).toBe("kept text");
  expect(await documents.append(LOCAL_AUTHOR, id, 1, "a", [insert("small ")])).toEqual({ version: 2 });
  expect(await textOf(id, await openAuthority(folder))).toBe("small kept text");
});

/** Text that does not compress. */
function noise(length: number): string {
  return Array.from({ length }, () => String.fromCharCode(97 + Math.floor(Math.random() * 26))).join("");
}

describe("pictures", () => {
  const svg = new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg"/>');

  test("are kept once, by what their bytes are, and never outside their folder", () => {
    const store = new PictureStore(path.join(folder, "pictures"));
    const name = store.keep({ type: "image/svg+xml", bytes: svg });
    expect(store.keep({ type: "image/svg+xml", bytes: svg })).toBe(name);
    expect(
      readdirSync(path.join(folder, "pictures"), { recursive: true }).filter((file) =>
        String(file).endsWith(".svg"),
      ),
    ).toHaveLength(1);
    expect(store.find(name)).toEqual({ type: "image/svg+xml", bytes: svg });
    expect(() => store.find("../gate-rope.sqlite")).toThrow(/no such picture/);
    expect(existsSync(path.join(folder, "gate-rope.sqlite"))).toBe(true);
  });
});
