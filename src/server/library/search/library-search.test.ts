import { afterAll, beforeAll, describe, expect, jest, test } from "@jest/globals";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { heading, list, paragraph } from "#tests/editing";
import Database from "better-sqlite3";
import { gzipSync } from "node:zlib";
import { createDocument, documentJSON } from "@/core/document";
import { stepToJSON } from "@/core/steps";
import type { Sought } from "@/core/find";
import { LibrarySearch } from "./library-search";
import { LOCAL_AUTHOR, openAuthority, type DocumentAuthority } from "../..";
import { ReplaceStep } from "prosemirror-transform";
import { Slice } from "prosemirror-model";

let folder: string;
let documents: DocumentAuthority;
let hill: string;

beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), "gate-rope-search-"));
  documents = await openAuthority(folder);
  hill = await documents.create(
    LOCAL_AUTHOR,
    createDocument(
      [heading(1, "The hill"), paragraph("Lamps burn on the hill. LAMPS!"), list("a café", "no lamp “here”")],
      { title: "Hill" },
    ),
  );
  await documents.create(
    LOCAL_AUTHOR,
    createDocument([paragraph("A lamp of the coast.")], { title: "Coast" }),
  );
});

afterAll(() => rmSync(folder, { recursive: true, force: true }));

const seek = async (words: string, more: Partial<Sought> = {}) =>
  (
    await documents.find(LOCAL_AUTHOR, {
      words,
      how: "words",
      matchCase: false,
      accents: false,
      wholeWords: false,
      ...more,
    })
  ).map(({ title, count, places }) => `${title} ${count}: ${places.map((place) => place.words).join()}`);

describe("words are found in all documents of the shelf", () => {
  test.each<[string, Partial<Sought>, string[]]>([
    ["lamp", {}, ["Coast 1: lamp", "Hill 3: Lamp,LAMP,lamp"]],
    ["lamp", { wholeWords: true }, ["Coast 1: lamp", "Hill 1: lamp"]],
    ["LAMP", { matchCase: true }, ["Hill 1: LAMP"]],
    ["cafe", {}, ["Hill 1: café"]],
    ["cafe", { accents: true }, []],
    ["on", {}, ["Hill 1: on"]],
    ["l*hill", { how: "wildcards" }, ["Hill 1: Lamps burn on the hill"]],
    ["l?mp", { how: "wildcards" }, ["Coast 1: lamp", "Hill 3: Lamp,LAMP,lamp"]],
    ['"here"', {}, ["Hill 1: “here”"]],
    ["l\\w+s\\b", { how: "expression" }, ["Hill 2: Lamps,LAMPS"]],
    ["nowhere", {}, []],
    ['" OR 1', {}, []],
  ])("%s, with %j", async (words, more, found) => {
    expect((await seek(words, more)).sort()).toEqual(found);
  });

  test("as they now are, with the block in which each stands", async () => {
    const { index } = await documents.read(LOCAL_AUTHOR, hill);
    const [first] = await documents.find(LOCAL_AUTHOR, {
      words: "burn",
      how: "words",
      matchCase: false,
      accents: false,
      wholeWords: false,
    });
    expect(first!.places[0]).toMatchObject({
      block: index.doc.child(1).attrs.id,
      from: 7,
      to: 11,
      before: "Lamps ",
    });
    const start = index.headings[0]!.end + 1;
    const step = new ReplaceStep(start, start + 6, Slice.empty);
    await documents.append(LOCAL_AUTHOR, hill, {
      version: 0,
      client: "one",
      steps: [{ number: 1, step: stepToJSON(step) }],
    });
    expect(await seek("lamps burn")).toEqual([]);
    expect(await seek("burn")).toEqual(["Hill 1: burn"]);
  });

  test("but not in those that were removed, until they are put back", async () => {
    await documents.remove(LOCAL_AUTHOR, hill);
    expect(await seek("hill")).toEqual([]);
    await documents.restore(LOCAL_AUTHOR, hill);
    expect(await seek("hill")).toEqual(["Hill 2: hill,hill"]);
  });

  test("an expression that would never end is given up, one that is none is refused, and finding goes on", async () => {
    await expect(seek("((.+)+)+¶", { how: "expression" })).rejects.toThrow("It takes too long.");
    await expect(seek("(", { how: "expression" })).rejects.toThrow("Unterminated group");
    expect(await seek("hill", { how: "expression" })).toEqual(["Hill 2: hill,hill"]);
  }, 20_000);

  test("also after the index was damaged: it is made again", async () => {
    await documents.close();
    writeFileSync(path.join(folder, "search.sqlite"), "no database");
    documents = await openAuthority(folder);
    expect(await seek("hill")).toEqual(["Hill 2: hill,hill"]);
  });

  test("as a restored backup has them, though its versions count on from an earlier one", async () => {
    const id = await documents.create(
      LOCAL_AUTHOR,
      createDocument([paragraph("Kelp lies here.")], { title: "Cove" }),
    );
    expect(await seek("kelp")).toEqual(["Cove 1: Kelp"]);
    await documents.close();
    const sqlite = new Database(path.join(folder, "gate-rope.sqlite"));
    const body = gzipSync(documentJSON(createDocument([paragraph("Sand lies here.")], { title: "Cove" })));
    sqlite.prepare("update snapshots set body = ? where document_id = ?").run(body, id);
    sqlite.prepare("update documents set changed_at = changed_at + 1 where id = ?").run(id);
    sqlite.close();
    documents = await openAuthority(folder);
    expect(await seek("kelp")).toEqual([]);
    expect(await seek("sand")).toEqual(["Cove 1: Sand"]);
  });
});

test("what was indexed before is found though the index cannot be brought up to date, and a damaged document is reported once", async () => {
  const told = jest.spyOn(console, "error").mockImplementation(() => {});
  try {
    const sought: Sought = {
      words: "hill",
      how: "words",
      matchCase: false,
      accents: false,
      wholeWords: false,
    };
    const found = { id: "a", title: "A", count: 1, places: [] };
    const find = () => Promise.resolve([found]);
    const full = new LibrarySearch(
      { update: () => Promise.reject(new Error("disk full")), find },
      async () => {},
    );
    expect(await full.find(sought)).toEqual([found]);
    expect(told).toHaveBeenCalledTimes(1);
    const read = jest.fn(() => Promise.reject(new Error("damaged")));
    const damaged = new LibrarySearch({ update: () => Promise.resolve(["b"]), find }, read);
    for (let i = 0; i < 3; i++) expect(await damaged.find(sought)).toEqual([found]);
    expect([told.mock.calls.length, read.mock.calls.length]).toEqual([2, 1]);
  } finally {
    told.mockRestore();
  }
});
