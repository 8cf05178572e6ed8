import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { paragraph } from "#tests/editing";
import { createDocument, newId, schema } from "@/core/document";
import { LOCAL_AUTHOR, openAuthority } from "..";
import { DATABASE, openDatabase } from "../storage/database";
import { ListingThread } from "./list-in-thread";
import { listedRows } from "./listed-rows";
import { Catalogue } from "./catalogue";

const THREAD = path.resolve("dist/listing-thread.mjs");
const { nodes } = schema;
let folder: string;
let hill: string;
let coast: string;
const lamps = newId();

const link = (words: string) =>
  nodes.paragraph.create(
    { id: newId() },
    schema.text(words, [
      schema.marks.link.create({ target: { kind: "document", document: hill, id: lamps } }),
    ]),
  );

beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), "gate-rope-listing-"));
  const documents = await openAuthority(folder);
  hill = await documents.create(
    LOCAL_AUTHOR,
    createDocument([nodes.heading.create({ id: lamps, level: 1 }, schema.text("Lamps")), paragraph("oil")], {
      title: "Hill",
    }),
  );
  coast = await documents.create(LOCAL_AUTHOR, createDocument([link("see the lamps")], { title: "Coast" }));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

test("a thread lists documents as they are listed where they are open", async () => {
  const documents = await openAuthority(folder);
  const thread = new ListingThread(THREAD, path.join(folder, DATABASE));
  for (const id of [hill, coast]) {
    const { index, version } = await documents.read(LOCAL_AUTHOR, id);
    expect(await thread.list(id)).toMatchObject({ version, ...listedRows(index) });
  }
  await expect(thread.list("nodocument")).rejects.toThrow();
  // It goes on after what it could not read.
  expect((await thread.list(hill)).places).toContain("Lamps");
});

test("a thread that cannot be started says so each time, and documents are listed without it", async () => {
  const thread = new ListingThread(path.join(folder, "missing.mjs"), path.join(folder, DATABASE));
  await expect(thread.list(hill)).rejects.toThrow();
  await expect(thread.list(coast)).rejects.toThrow();

  const documents = await openAuthority(folder);
  const { db } = await openDatabase(folder);
  await db.deleteFrom("listed_documents").execute();
  const readHere: string[] = [];
  const catalogue = new Catalogue(
    db,
    (id) => {
      readHere.push(id);
      return documents.read(LOCAL_AUTHOR, id);
    },
    (id) => thread.list(id),
  );
  expect(await catalogue.incoming(hill)).toMatchObject([
    { document: coast, words: "see the lamps", to: lamps },
  ]);
  expect(readHere.sort()).toEqual([hill, coast].sort());
  await db.destroy();
});

test("what nobody has open is not read where others write", async () => {
  const { db } = await openDatabase(folder);
  await db.deleteFrom("listed_documents").execute();
  const thread = new ListingThread(THREAD, path.join(folder, DATABASE));
  const catalogue = new Catalogue(
    db,
    () => Promise.reject(new Error("read here")),
    (id) => thread.list(id),
  );
  expect(await catalogue.find("lamps", coast)).toMatchObject([{ document: hill, name: "Lamps" }]);
  await db.destroy();
});
