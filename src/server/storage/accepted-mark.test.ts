import { afterEach, beforeEach, describe, expect, jest, test } from "@jest/globals";
import {
  appendFileSync,
  copyFileSync,
  existsSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  statSync,
  unlinkSync,
} from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { ReplaceStep } from "prosemirror-transform";
import { Fragment, Slice } from "prosemirror-model";
import { paragraph } from "#tests/editing";
import { createDocument, schema } from "@/core/document";
import { stepToJSON } from "@/core/steps";
import { DATABASE } from "./database";
import { checkFolder, restoreBackup, writeBackup } from "../upkeep";
import { ACCEPTED_MARK, AcceptedMark, readAccepted } from "./accepted-mark";
import { LOCAL_AUTHOR, openAuthority, type DocumentAuthority } from "..";

let folder: string;
let documents: DocumentAuthority;
let id: string;
const file = (name: string) => path.join(folder, name);
const wal = () => file(`${DATABASE}-wal`);

beforeEach(async () => {
  jest.spyOn(console, "error").mockImplementation(() => {});
  folder = mkdtempSync(path.join(tmpdir(), "gate-rope-mark-"));
  documents = await openAuthority(folder);
  id = await documents.create(LOCAL_AUTHOR, createDocument([paragraph("text")]));
});
afterEach(async () => {
  await documents.close();
  rmSync(folder, { recursive: true, force: true });
});

async function type(words: string, version: number): Promise<void> {
  const step = new ReplaceStep(1, 1, new Slice(Fragment.from(schema.text(words)), 0, 0));
  await documents.append(LOCAL_AUTHOR, id, {
    version,
    client: "one",
    steps: [{ number: version + 1, step: stepToJSON(step) }],
  });
}

const textIn = async (one: DocumentAuthority) => (await one.read(LOCAL_AUTHOR, id)).index.doc.textContent;
const until = async (holds: () => boolean) => {
  for (let i = 0; i < 400 && !holds(); i++) await new Promise((done) => setTimeout(done, 25));
  expect(holds()).toBe(true);
};

describe("what was accepted", () => {
  test("is noted beside the database, as a lower bound", async () => {
    await type("more ", 0);
    await until(() => readAccepted(folder).get(id) === 1);
    // A line that a power cut left half written counts for nothing.
    appendFileSync(file(ACCEPTED_MARK), `${id} 99`);
    expect(readAccepted(folder).get(id)).toBe(1);
  });

  test("lies in the database's own file when the server ends, and in a pause", async () => {
    await type("more ", 0);
    const before = statSync(file(DATABASE)).mtimeMs;
    await until(() => statSync(file(DATABASE)).mtimeMs > before);
    await type("yet ", 1);
    await documents.close();
    expect(existsSync(wal()) ? statSync(wal()).size : 0).toBe(0);
    documents = await openAuthority(folder);
    expect(await textIn(documents)).toBe("yet more text");
  });

  test("and is missing stops the start with one line, until the loss is accepted; the check tells it too", async () => {
    // A copy of the folder as a killed server leaves it, without the -wal file.
    const killed = mkdtempSync(path.join(tmpdir(), "gate-rope-killed-"));
    await documents.close();
    copyFileSync(file(DATABASE), path.join(killed, DATABASE));
    documents = await openAuthority(folder);
    await type("one ", 0);
    await type("two ", 1);
    const second = await documents.create(LOCAL_AUTHOR);
    await until(() => readAccepted(folder).has(second) && readAccepted(folder).get(id) === 2);
    copyFileSync(file(ACCEPTED_MARK), path.join(killed, ACCEPTED_MARK));

    const refused = openAuthority(killed);
    await expect(refused).rejects.toThrow(
      /^1 document and 2 changes that were accepted are missing .*--accept-loss/,
    );
    expect(checkFolder(killed).faults).toEqual([expect.stringContaining(second)]);
    const going = await openAuthority(killed, { acceptLoss: true });
    expect(await textIn(going)).toBe("text");
    await going.close();
    await (await openAuthority(killed)).close();
    rmSync(killed, { recursive: true });
  });

  test("is not missed where a backup took its place, nor where it was let go of", async () => {
    const backup = file("backup.zip");
    await writeBackup(folder, backup);
    await type("later ", 0);
    await documents.close();
    const { aside } = await restoreBackup(folder, backup);
    expect(existsSync(path.join(aside!, ACCEPTED_MARK))).toBe(true);
    documents = await openAuthority(folder);
    expect(await textIn(documents)).toBe("text");
    new AcceptedMark(folder).letGo([id]);
    expect(readAccepted(folder).has(id)).toBe(false);
  });
});

test("a -wal file that is removed while the server works loses nothing, and it is told", async () => {
  await type("in the wal ", 0);
  unlinkSync(wal());
  await until(() => documents.troubles.length > 0);
  expect(documents.troubles[0]).toMatch(
    /was removed while the server ran. Everything that was accepted has been saved/,
  );
  await type("and after ", 1);
  expect(
    await documents.find(LOCAL_AUTHOR, {
      words: "after",
      how: "words",
      matchCase: false,
      accents: false,
      wholeWords: false,
    }),
  ).toHaveLength(1);
  expect(checkFolder(folder).faults).toEqual([]);
  // As a killed server would leave it.
  const killed = mkdtempSync(path.join(tmpdir(), "gate-rope-killed-"));
  for (const name of [DATABASE, `${DATABASE}-wal`, ACCEPTED_MARK])
    copyFileSync(file(name), path.join(killed, name));
  const again = await openAuthority(killed);
  expect(await textIn(again)).toBe("and after in the wal text");
  await again.close();
  rmSync(killed, { recursive: true });
});

test("a damaged page of the database is told", async () => {
  for (let i = 0; i < 30; i++)
    await documents.create(LOCAL_AUTHOR, createDocument([paragraph("x".repeat(5_000))]));
  await documents.close();
  const bytes = readFileSync(file(DATABASE));
  const { openSync, writeSync, closeSync } = await import("node:fs");
  const out = openSync(file(DATABASE), "r+");
  writeSync(out, Buffer.alloc(1_500, 0xaa), 0, 1_500, Math.floor(bytes.length / 4096 - 6) * 4096);
  closeSync(out);
  documents = await openAuthority(folder);
  expect(documents.troubles).toEqual([expect.stringMatching(/^The database is damaged/)]);
});
