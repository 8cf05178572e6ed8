import { afterEach, beforeEach, describe, expect, test } from "@jest/globals";
import Database from "better-sqlite3";
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { paragraph } from "#tests/editing";
import { createDocument, pictureName, schema, type Picture } from "@/core/document";
import { type StepJSON } from "@/core/steps";
import { LOCAL_AUTHOR, openAuthority } from "..";
import { EditionStore } from "../editions/edition-store";
import { checkFolder, restoreBackup, UpkeepError, writeBackup } from ".";

let folder: string;
let data: string;
let file: string;

beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), "gate-rope-upkeep-"));
  data = path.join(folder, "data");
  file = path.join(folder, "all.zip");
});
afterEach(async () => {
  await letGo();
  rmSync(folder, { recursive: true, force: true });
});

const picture: Picture = {
  type: "image/svg+xml",
  bytes: new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg"/>'),
};
const insert = (text: string) =>
  ({
    stepType: "replace",
    from: 1,
    to: 1,
    slice: { content: [{ type: "text", text }] },
  }) as unknown as StepJSON;

/** Servers that work in the data folder; a folder that is put aside is let go of first, or it would still write there. */
const working: Awaited<ReturnType<typeof openAuthority>>[] = [];
const letGo = () => Promise.allSettled(working.splice(0).map((documents) => documents.close()));

async function filled(words = "text"): Promise<string> {
  const documents = await openAuthority(data);
  working.push(documents);
  const name = documents.pictures.keep(picture);
  const figure = schema.nodes.figure.create({ picture: name });
  const id = await documents.create(
    LOCAL_AUTHOR,
    createDocument([paragraph(words), figure], { title: "Kept" }),
  );
  await documents.append(LOCAL_AUTHOR, id, {
    version: 0,
    client: "a",
    steps: [{ number: 1, step: insert("more ") }],
  });
  return id;
}
const textOf = async (id: string) =>
  (await (await openAuthority(data)).read(LOCAL_AUTHOR, id)).index.doc.textContent;
const sqlite = () => new Database(path.join(data, "gate-rope.sqlite"));

describe("a backup", () => {
  test("brings the editions for readers back, with their numbers", async () => {
    const id = await filled();
    const { editions } = await openAuthority(data);
    const name = `${"5".repeat(64)}.br`;
    editions.contents.keep(name, new Uint8Array([1, 2]));
    const about = {
      version: 1,
      at: 5,
      by: "",
      note: "",
      title: "Kept",
      pages: 1,
      links: 0,
      bytes: 2,
      forms: [],
    };
    editions.add(
      id,
      { ...about, number: 4, withdrawnAt: null },
      {
        form: 1,
        title: "Kept",
        language: "en",
        files: [["index.html", { type: "text/html", bytes: 2, br: name }]],
        anchors: [],
        places: [],
        missing: "",
      },
    );
    await writeBackup(data, file);
    rmSync(data, { recursive: true });
    await restoreBackup(data, file);
    const restored = new EditionStore(path.join(data, "editions"));
    expect(restored.newest(id)!.number).toBe(4);
    expect(restored.edition(id, 4)!.files.get("index.html")!.br).toBe(name);
    expect([...readFileSync(restored.contents.fileOf(name))]).toEqual([1, 2]);
  });

  test("is taken while the server works, and restored over anything, which is put aside", async () => {
    const id = await filled();
    expect(await writeBackup(data, file)).toEqual({ documents: 1, pictures: 1, files: 0 });
    rmSync(data, { recursive: true });
    const other = await filled("something else");
    const restored = await restoreBackup(data, file);
    expect(restored).toMatchObject({ documents: 1, pictures: 1, files: 0 });
    expect(await textOf(id)).toBe("more text");
    expect(checkFolder(data).faults).toEqual([]);
    expect(readdirSync(restored.aside!)).toContain("gate-rope.sqlite");
    await expect(textOf(other)).rejects.toMatchObject({ status: 404 });
  });

  test("that is none, or damaged, changes nothing", async () => {
    const id = await filled();
    writeFileSync(file, "no zip at all");
    await expect(restoreBackup(data, file)).rejects.toThrow(/all\.zip: This is no backup of Gate Rope\./);
    await writeBackup(data, file);
    const bytes = readFileSync(file);
    writeFileSync(file, bytes.subarray(0, bytes.length / 3));
    await expect(restoreBackup(data, file)).rejects.toThrow(UpkeepError);
    await expect(restoreBackup(data, path.join(folder, "none.zip"))).rejects.toThrow(/There is no such file/);
    expect(await textOf(id)).toBe("more text");
    expect(readdirSync(data).filter((name) => name.startsWith(".restore"))).toEqual([]);
  });

  test("is not restored under a server that is running, nor taken of a folder without documents", async () => {
    await filled();
    await writeBackup(data, file);
    writeFileSync(path.join(data, "server.pid"), String(process.ppid));
    await expect(restoreBackup(data, file)).rejects.toThrow(/A server works on this folder \(process \d+\)/);
    // A mark that a killed server left.
    writeFileSync(path.join(data, "server.pid"), "999999");
    await expect(restoreBackup(data, file)).resolves.toMatchObject({ documents: 1 });
    await expect(writeBackup(folder, file)).rejects.toThrow(/There is no database/);
  });
});

describe("a check", () => {
  test("reads all of it and finds nothing where nothing is wrong", async () => {
    await filled();
    expect(checkFolder(data)).toEqual({
      documents: 1,
      steps: 1,
      snapshots: 1,
      pictures: 1,
      files: 0,
      faults: [],
    });
  });

  test("tells each thing that is damaged", async () => {
    const id = await filled();
    const db = sqlite();
    db.prepare("update snapshots set body = ?").run(Buffer.from("nothing"));
    expect(checkFolder(data).faults).toEqual([
      `Document ${id}: its stored copy at version 0 cannot be read.`,
    ]);
    await letGo();
    rmSync(data, { recursive: true });
    const next = await filled();
    const other = sqlite();
    other.prepare("update steps set version = 3").run();
    expect(checkFolder(data).faults).toEqual([
      `Document ${next}: the changes between version 0 and 3 are not there.`,
    ]);
    other.prepare('update steps set version = 1, step = \'{"stepType":"replace","from":0,"to":900}\'').run();
    expect(checkFolder(data).faults).toEqual([
      `Document ${next}: the change that led to version 1 cannot be applied.`,
    ]);
    other.prepare("delete from steps").run();
    expect(checkFolder(data).faults).toEqual([`Document ${next}: it ends at version 0, but should at 1.`]);
    other.prepare("update documents set version = 0").run();
    const name = pictureName(picture);
    const place = path.join(data, "pictures", name.slice(0, 2), name);
    writeFileSync(place, "x");
    expect(checkFolder(data).faults).toEqual([`The picture ${name} is damaged.`]);
    rmSync(place);
    expect(checkFolder(data).faults).toEqual([`The picture ${name} is not there.`]);
  });
});

test("a database of an older version is copied before it is changed", async () => {
  const id = await filled();
  const db = sqlite();
  db.exec(`drop index if exists steps_once; delete from kysely_migration where name <> '0001-documents';`);
  for (const column of ["number", "author", "added", "removed", "spans"]) {
    const indexes = db
      .prepare(
        "select name from sqlite_master where type = 'index' and tbl_name = 'steps' and sql is not null",
      )
      .pluck()
      .all() as string[];
    for (const name of indexes) db.exec(`drop index "${name}"`);
    db.exec(`alter table steps drop column ${column}`);
  }
  db.exec("drop table named_versions; drop table imports; drop table thinned_clients");
  for (const column of ["summed_version", "opening", "shelf_place", "kept_days"])
    db.exec(`alter table documents drop column ${column}`);
  db.exec("alter table documents rename column broken_links to adrift");
  for (const table of ["places", "links", "documents"]) db.exec(`drop table listed_${table}`);
  db.close();
  expect(await textOf(id)).toBe("more text");
  const copies = readdirSync(data).filter((name) => /^before-0002.*\.sqlite$/.test(name));
  expect(copies).toHaveLength(1);
  const copy = new Database(path.join(data, copies[0]!), { readonly: true });
  expect(copy.prepare("select name from kysely_migration").pluck().all()).toEqual(["0001-documents"]);
});
