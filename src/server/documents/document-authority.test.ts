import { afterEach, beforeEach, describe, expect, jest, test } from "@jest/globals";
import Database from "better-sqlite3";
import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { sql } from "kysely";
import { Transform } from "prosemirror-transform";
import { bookmarkEntry, type DestinationId, createDocument, idOf, newId, schema } from "@/core/document";
import { RegistryStep, type StepJSON } from "@/core/steps";
import { DatabaseError, LOCAL_AUTHOR, openAuthority, type DocumentAuthority } from "..";
import { appendRequest, type LiveEvent } from "@/core/collab";
import { readSnapshot } from "./stored-documents";
import { PictureStore } from "../blobs/picture-store";

let folder: string;
let documents: DocumentAuthority;

beforeEach(async () => {
  folder = mkdtempSync(path.join(tmpdir(), "gate-rope-"));
  documents = await openAuthority(folder);
  numbers = {};
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const doc = (text = "text") =>
  createDocument([schema.nodes.paragraph.create(null, schema.text(text))], { title: "Kept" });
const insert = (text: string, at = 1) => ({
  stepType: "replace",
  from: at,
  to: at,
  slice: { content: [{ type: "text", text }] },
});
/** Sends steps as a client does, with numbers that go on from those it sent before. */
let numbers: Record<string, number> = {};
const append = (id: string, version: number, client: string, steps: readonly unknown[]) =>
  documents.append(LOCAL_AUTHOR, id, {
    version,
    client,
    steps: steps.map((step) => ({
      number: (numbers[client] = (numbers[client] ?? 0) + 1),
      step: step as StepJSON,
    })),
  });
const textOf = async (id: string, authority = documents) =>
  (await authority.read(LOCAL_AUTHOR, id)).index.doc.textContent;

describe("what a client that misbehaves sends", () => {
  const refused = { status: 422, code: "invalid-steps" };
  const nested = (depth: number): object =>
    depth === 0
      ? { type: "paragraph", content: [{ type: "text", text: "deep" }] }
      : { type: "quotation", content: [nested(depth - 1)] };

  test.each<[string, object]>([
    ["a change that ends before it begins", { stepType: "replace", from: 3, to: 1 }],
    [
      "a change around that is out of order",
      { stepType: "replaceAround", from: 0, to: 6, gapFrom: 5, gapTo: 1, insert: 0 },
    ],
    ["an id that every object answers to", { stepType: "attr", pos: 0, attr: "id", value: "constructor" }],
    [
      "a bookmark with such an id",
      { stepType: "addMark", from: 1, to: 3, mark: { type: "bookmark", attrs: { id: "__proto__" } } },
    ],
    [
      "an entry under such an id",
      { stepType: "registry", change: { part: "bookmarks", id: "toString", field: "note", value: "x" } },
    ],
    [
      "quotations far inside of each other",
      { stepType: "replace", from: 0, to: 6, slice: { content: [nested(120)] } },
    ],
  ])("%s is refused", async (_what, step) => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    await expect(append(id, 0, "a", [step])).rejects.toMatchObject(refused);
    expect(await textOf(id)).toBe("text");
  });

  test("nesting that grows from change to change ends before the document cannot be read", async () => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    const deeper = async () => {
      const { index, version } = await documents.read(LOCAL_AUTHOR, id);
      const content = Array.from({ length: 20 }).reduce<object>(
        (inside) => ({ type: "quotation", content: [inside] }),
        index.doc.firstChild!.toJSON() as object,
      );
      await append(id, version, "a", [
        { stepType: "replace", from: 0, to: index.doc.content.size, slice: { content: [content] } },
      ]);
    };
    for (let i = 0; i < 4; i++) await deeper();
    await expect(deeper()).rejects.toMatchObject(refused);
    expect(await textOf(id, await openAuthority(folder))).toBe("text");
  });

  test("the name of the authority is nobody else's", () => {
    const request = { version: 0, client: "authority", steps: [{ number: 1, step: insert("x") }] };
    expect(appendRequest.safeParse(request).success).toBe(false);
    expect(appendRequest.safeParse({ ...request, client: "another" }).success).toBe(true);
  });

  test("a document that cannot be read takes no list down", async () => {
    jest.spyOn(console, "error").mockImplementation(() => {});
    const sound = await documents.create(LOCAL_AUTHOR, doc("the tower"));
    const broken = await documents.create(LOCAL_AUTHOR, doc("the tower"));
    await append(broken, 0, "a", [insert("x")]);
    const spoil = new Database(path.join(folder, "gate-rope.sqlite"));
    spoil.prepare("update snapshots set body = x'00' where document_id = ?").run(broken);
    spoil.close();
    const again = await openAuthority(folder);
    expect(await again.list(LOCAL_AUTHOR)).toHaveLength(2);
    expect(await again.flagged(LOCAL_AUTHOR)).toEqual([]);
    expect((await again.findPlaces(LOCAL_AUTHOR, "kept", "")).map(({ document }) => document)).toContain(
      sound,
    );
    const sought = {
      words: "tower",
      how: "words",
      matchCase: false,
      accents: false,
      wholeWords: false,
    } as const;
    expect((await again.find(LOCAL_AUTHOR, sought)).map(({ id }) => id)).toEqual([sound]);
  });
});

describe("steps", () => {
  test("are on disk once they are answered: another process reads them", async () => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    expect(await append(id, 0, "a", [insert("one "), insert("two ")])).toMatchObject({
      version: 0,
      steps: [
        { client: "a", number: 1 },
        { client: "a", number: 2 },
      ],
    });
    const other = await openAuthority(folder);
    expect(await textOf(id, other)).toBe("two one text");
    expect(await other.list(LOCAL_AUTHOR)).toMatchObject([
      { id, title: "Kept", words: 3, sections: 0, brokenLinks: 0, version: 2 },
    ]);
  });

  test("on an older version are brought to the newest, and the answer tells what came between", async () => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    await append(id, 0, "a", [insert("one ")]);
    expect(await append(id, 0, "b", [insert(" end", 5)])).toMatchObject({
      version: 0,
      steps: [{ client: "a" }, { client: "b", step: { from: 9 } }],
    });
    expect(await textOf(id)).toBe("one text end");
  });

  test("whose place is gone go back to their author with what came between, and change nothing", async () => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    await append(id, 0, "a", [{ stepType: "replace", from: 1, to: 5 }]);
    await expect(append(id, 0, "b", [insert("other ", 3)])).rejects.toMatchObject({
      status: 409,
      details: { version: 1, since: { version: 0, steps: [{ client: "a", number: 1 }] } },
    });
    expect(await textOf(id)).toBe("");
  });

  test("before the first whose place is gone are taken; what is left is their author's to place again", async () => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    await append(id, 0, "a", [{ stepType: "replace", from: 2, to: 4 }]);
    const own = [insert("first ", 1), insert("gone ", 9), insert("last", 5)];
    expect(await append(id, 0, "b", own)).toMatchObject({
      steps: [
        { client: "a", number: 1 },
        { client: "b", number: 1 },
      ],
    });
    expect(await textOf(id)).toBe("first tt");
    numbers.b = 1;
    await append(id, 2, "b", [insert("last", 9)]);
    expect(await textOf(id)).toBe("first ttlast");
  });

  test("from a version that does not exist are refused", async () => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    await expect(append(id, 7, "a", [insert("x")])).rejects.toMatchObject({
      status: 409,
      code: "future-version",
    });
  });

  test("sent twice are accepted once, also by an authority that was restarted", async () => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    const request = {
      version: 0,
      client: "a",
      steps: [{ number: 1, step: insert("once ") as unknown as StepJSON }],
    };
    const first = await documents.append(LOCAL_AUTHOR, id, request);
    expect(await documents.append(LOCAL_AUTHOR, id, request)).toEqual(first);
    const other = await openAuthority(folder);
    expect(await other.append(LOCAL_AUTHOR, id, request)).toEqual(first);
    expect(await textOf(id, other)).toBe("once text");
  });

  test("sent at the same moment are all taken, one after the other", async () => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    await Promise.all([0, 1, 2, 3].map((n) => append(id, 0, `c${n}`, [insert(`${n} `)])));
    expect((await documents.read(LOCAL_AUTHOR, id)).version).toBe(4);
    expect([...(await textOf(id))].sort().join("").trim()).toBe([..."0123text"].sort().join(""));
  });

  test("that bring a block with an id that stands already give the later one a new id", async () => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    const copy = (await documents.read(LOCAL_AUTHOR, id)).index.doc.child(0).toJSON() as object;
    await append(id, 0, "a", [{ stepType: "replace", from: 6, to: 6, slice: { content: [copy] } }]);
    const { index } = await documents.read(LOCAL_AUTHOR, id);
    const [one, two] = index.doc.content.content.map((block) => idOf(block)!);
    expect(one).toBeTruthy();
    expect(two).toBeTruthy();
    expect(one).not.toBe(two);
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
    await expect(append(id, 0, "a", [insert("good "), step])).rejects.toMatchObject({
      status: 422,
    });
    expect(await textOf(id)).toBe("text");
    expect((await documents.read(LOCAL_AUTHOR, id)).version).toBe(0);
  });

  test("are folded into a snapshot now and then, and loading gives the same text", async () => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    for (let version = 0; version < 1_850; version += 50)
      await append(id, version, "a", Array(50).fill(insert("x")));
    const sqlite = new Database(path.join(folder, "gate-rope.sqlite"), { readonly: true });
    const versions = () => sqlite.prepare("select version from snapshots order by version").pluck().all();
    while (versions().length < 3) await new Promise((resolve) => setTimeout(resolve, 5));
    // The second one soon after the first waits for more steps: many who write at once must not be held up by it.
    expect(versions()).toEqual([0, 300, 1_800]);
    expect(await textOf(id, await openAuthority(folder))).toBe("x".repeat(1_850) + "text");
  });

  test("that comment on words are refused, and those that move commented words are not", async () => {
    const { comment } = schema.marks;
    const text = schema.text("text", [comment.create({ id: "comment123" as DestinationId })]);
    const commented = createDocument([schema.nodes.paragraph.create(null, text)]);
    const id = await documents.create(LOCAL_AUTHOR, commented);
    const set = new Transform(commented).addMark(1, 3, comment.create({ id: newId() })).steps[0]!;
    await expect(append(id, 0, "a", [set.toJSON()])).rejects.toMatchObject({ code: "invalid-steps" });
    const moved = new Transform(commented).insert(5, text);
    await append(id, 0, "a", [moved.steps[0]!.toJSON()]);
    expect(await textOf(id)).toBe("texttext");
  });

  test("of the registry are kept like any other", async () => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    const bookmark = newId();
    const step = new RegistryStep({ part: "bookmarks", id: bookmark, entry: bookmarkEntry("range", "Here") });
    const mark = new Transform(doc()).addMark(1, 3, schema.marks.bookmark.create({ id: bookmark })).steps[0]!;
    await append(id, 0, "a", [step.toJSON(), mark.toJSON()]);
    const { index } = await (await openAuthority(folder)).read(LOCAL_AUTHOR, id);
    expect(index.bookmarks).toMatchObject([{ name: "Here", text: "te" }]);
  });
});

test("a document that was let go is read from disk again, with the numbers of its clients", async () => {
  const id = await documents.create(LOCAL_AUTHOR, doc());
  await append(id, 0, "c0", [insert("0 ")]);
  documents["open"].letGo(id);
  expect(documents["open"].has(id)).toBe(false);
  expect(await textOf(id)).toBe("0 text");
  numbers.c0 = 1;
  await append(id, 1, "c0", [insert("again ")]);
  expect(await textOf(id)).toBe("again 0 text");
});

test("documents are held in memory while there is room for them, those used last the longest", async () => {
  const long = "Words. ".repeat(1_500_000);
  const ids: string[] = [];
  for (let i = 0; i < 5; i++) {
    const id = await documents.create(LOCAL_AUTHOR, doc(long));
    await documents.read(LOCAL_AUTHOR, id);
    ids.push(id);
  }
  expect(ids.map((id) => documents["open"].has(id))).toEqual([false, false, true, true, true]);
  const small = await Promise.all(Array.from({ length: 120 }, () => documents.create(LOCAL_AUTHOR, doc())));
  for (const id of small) await documents.read(LOCAL_AUTHOR, id);
  expect(small.every((id) => documents["open"].has(id))).toBe(true);
});

test("a snapshot that is damaged on disk is made again from an older one and its steps, and reported", async () => {
  const id = await documents.create(LOCAL_AUTHOR, doc());
  for (let version = 0; version < 350; version += 50)
    await append(id, version, "a", Array(50).fill(insert("x")));
  const sqlite = new Database(path.join(folder, "gate-rope.sqlite"));
  const at300 = () =>
    sqlite.prepare("select body from snapshots where version = 300").pluck().get() as Buffer | undefined;
  while (!at300()) await new Promise((resolve) => setTimeout(resolve, 5));
  const whole = at300()!;
  sqlite.prepare("update snapshots set body = ? where version = 300").run(whole.subarray(0, 40));
  const reports: string[] = [];
  const report = jest.spyOn(console, "error").mockImplementation((line: string) => void reports.push(line));
  try {
    expect(await textOf(id, await openAuthority(folder))).toBe("x".repeat(350) + "text");
  } finally {
    report.mockRestore();
  }
  expect(reports.join()).toMatch(/at version 300 was damaged; it was rebuilt from version 0/);
  expect(readSnapshot(at300()!)).toEqual(readSnapshot(whole));
});

describe("history", () => {
  test("tells who changed how much, cut where a version has a name, and any version can be looked at", async () => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    const by = (name: string, version: number, number: number, text: string) =>
      documents.append(LOCAL_AUTHOR, id, {
        version,
        client: name,
        name,
        steps: [{ number, step: insert(text) as unknown as StepJSON }],
      });
    await by("Ada", 0, 1, "one ");
    await by("Ada", 1, 2, "two ");
    await documents.nameVersion(LOCAL_AUTHOR, id, 1, "first draft");
    await by("Bo", 2, 1, "three ");
    const { version, entries } = await documents.history(LOCAL_AUTHOR, id);
    expect(version).toBe(3);
    expect(entries).toMatchObject([
      { version: 3, from: 2, author: "Bo", changes: 1, added: 6, removed: 0, name: null },
      { version: 2, from: 1, author: "Ada", changes: 1, added: 4 },
      { version: 1, from: 0, author: "Ada", changes: 1, name: "first draft" },
      { version: 0, from: 0, changes: 0 },
    ]);
    expect((await documents.version(LOCAL_AUTHOR, id, 1)).textContent).toBe("one text");
    await expect(documents.version(LOCAL_AUTHOR, id, 9)).rejects.toMatchObject({ status: 404 });
    await documents.nameVersion(LOCAL_AUTHOR, id, 1, null);
    expect((await documents.history(LOCAL_AUTHOR, id)).entries).toHaveLength(3);
  });
});

describe("those who listen", () => {
  test("hear what they missed, then what is accepted, and who is here", async () => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    await append(id, 0, "a", [insert("one ")]);
    const heard: LiveEvent[] = [];
    const leave = await documents.listen(LOCAL_AUTHOR, id, 0, {
      client: "b",
      name: "Bo",
      onEvent: (event) => heard.push(event),
    });
    await append(id, 1, "a", [insert("two ")]);
    const steps = heard.flatMap((event) => (event.kind === "steps" ? [event.since.version] : []));
    expect(steps).toEqual([0, 1]);
    const people = () => heard.filter((event) => event.kind === "people");
    while (people().length < 1) await new Promise((resolve) => setTimeout(resolve, 5));
    expect(people()).toEqual([{ kind: "people", people: [{ client: "b", name: "Bo", caret: null }] }]);
    documents.updatePresence(LOCAL_AUTHOR, id, {
      client: "b",
      name: "Bo",
      caret: { version: 2, anchor: 1, head: 1 },
    });
    while (people().length < 2) await new Promise((resolve) => setTimeout(resolve, 5));
    expect(people()[1]).toMatchObject({ people: [{ caret: { anchor: 1 } }] });
    leave();
    const count = heard.length;
    await append(id, 2, "a", [insert("three ")]);
    expect(heard).toHaveLength(count);
  });

  test("from a version that the server does not have are told to reload", async () => {
    const id = await documents.create(LOCAL_AUTHOR, doc());
    const heard: LiveEvent[] = [];
    const hear = (event: LiveEvent) => heard.push(event);
    (await documents.listen(LOCAL_AUTHOR, id, 12, { client: "b", name: "Bo", onEvent: hear }))();
    expect(heard).toContainEqual({ kind: "gone" });
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
    for (let i = 0; i < 120; i++) ids.push(await documents.create(LOCAL_AUTHOR, doc()));
    for (const id of ids) await append(id, 0, "a", [insert(`${id} `)]);
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
  await append(id, 0, "a", [insert("kept ")]);
  // Without the pages that migrations left free.
  await sql`vacuum`.execute(documents["db"]);
  const { rows } = await sql<{ page_count: number }>`pragma page_count`.execute(documents["db"]);
  await sql`pragma max_page_count = ${sql.lit(rows[0]!.page_count + 4)}`.execute(documents["db"]);
  await expect(append(id, 1, "a", [insert("x".repeat(100_000))])).rejects.toMatchObject({
    status: 507,
    message: "The server's disk is full, so this was not saved.",
  });
  await expect(
    documents.create(
      LOCAL_AUTHOR,
      createDocument([schema.nodes.paragraph.create(null, schema.text(noise(80_000)))]),
    ),
  ).rejects.toMatchObject({ status: 507 });
  expect(await textOf(id)).toBe("kept text");
  expect(await append(id, 1, "a", [insert("small ")])).toMatchObject({
    version: 1,
    steps: [{ client: "a" }],
  });
  expect(await textOf(id, await openAuthority(folder))).toBe("small kept text");
});

test("a database that another process has locked refuses, says so, and takes the same request later", async () => {
  const id = await documents.create(LOCAL_AUTHOR, doc());
  const other = new Database(path.join(folder, "gate-rope.sqlite"));
  other.exec("begin exclusive");
  await expect(append(id, 0, "a", [insert("kept ")])).rejects.toMatchObject({
    status: 503,
    message: expect.stringMatching(/in use by another program/),
  });
  other.exec("commit");
  expect(await textOf(id)).toBe("text");
  await append(id, 0, "a", [insert("kept ")]);
  expect(await textOf(id, await openAuthority(folder))).toBe("kept text");
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
    // What a power cut left, or a disk spoiled, is no picture, and is replaced by the next that comes.
    const file = path.join(folder, "pictures", name.slice(0, 2), name);
    for (const spoiled of ["", "<svg/>"]) {
      writeFileSync(file, spoiled);
      expect(store.find(name)).toBeNull();
      expect(store.has(name)).toBe(true);
      store.keep({ type: "image/svg+xml", bytes: svg });
      expect(store.find(name)).toEqual({ type: "image/svg+xml", bytes: svg });
    }
    expect(() => store.find("../gate-rope.sqlite")).toThrow(/no such picture/);
    expect(existsSync(path.join(folder, "gate-rope.sqlite"))).toBe(true);
  });
});
