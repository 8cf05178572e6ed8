import { afterEach, beforeEach, describe, expect, test } from "@jest/globals";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { documentJSON } from "@/core/document";
import { readInThread } from "@/threads/reading";
import { LOCAL_AUTHOR, openAuthority, type DocumentAuthority } from "..";

const THREAD = path.resolve("dist/reading-thread.mjs");
let folder: string;
let documents: DocumentAuthority;

beforeEach(async () => {
  folder = mkdtempSync(path.join(tmpdir(), "gate-rope-imports-"));
  documents = await openAuthority(folder);
});
afterEach(async () => {
  await documents.close();
  rmSync(folder, { recursive: true, force: true });
});

async function read(text: string, update?: string) {
  const source = new TextEncoder().encode(text);
  const outcome = await readInThread(THREAD, { name: "harbour.md", source, folder: null, update });
  if (!outcome.ok) throw new Error(outcome.error.reason);
  return { json: outcome.json, summary: outcome.summary, report: outcome.report, steps: outcome.steps ?? [] };
}

const textOf = async (id: string) => (await documents.read(LOCAL_AUTHOR, id)).index.doc.textContent;

describe("a file that was imported", () => {
  test("is told with its document, on the shelf and in its history, after a new start as well", async () => {
    const id = await documents.store(LOCAL_AUTHOR, await read("# Harbour\n\nWords.\n"));
    const begun = await documents.create(LOCAL_AUTHOR);
    await documents.close();
    documents = await openAuthority(folder);
    const listed = await documents.list(LOCAL_AUTHOR);
    expect(new Map(listed.map((one) => [one.id, one.file]))).toEqual(
      new Map([
        [id, "harbour.md"],
        [begun, null],
      ]),
    );
    const { entries } = await documents.history(LOCAL_AUTHOR, id);
    expect(entries[0]!.report).toMatchObject({ file: "harbour.md", cameIn: { headings: 1, words: 2 } });
  });

  test("updates a document in one change of its history, by the name of who did it", async () => {
    const id = await documents.store(LOCAL_AUTHOR, await read("# Harbour\n\nWords.\n\nMore.\n"));
    const before = await documents.read(LOCAL_AUTHOR, id);
    const changed = await read(
      "# Harbour\n\nOther words.\n\nMore.\n\nLast.\n",
      documentJSON(before.index.doc),
    );
    await documents.update(LOCAL_AUTHOR, id, { version: 0, author: "Ida Quay", ...changed });
    expect(await textOf(id)).toBe("HarbourOther words.More.Last.");
    const { entries } = await documents.history(LOCAL_AUTHOR, id);
    expect(entries).toHaveLength(2);
    expect(entries[0]).toMatchObject({
      author: "Ida Quay",
      report: { file: "harbour.md", cameIn: { words: 5 } },
    });
    // What is done after it is a stretch of its own.
    const again = await read("# Harbour\n", documentJSON((await documents.read(LOCAL_AUTHOR, id)).index.doc));
    const { version } = await documents.read(LOCAL_AUTHOR, id);
    await documents.update(LOCAL_AUTHOR, id, { version, author: "Ida Quay", ...again });
    expect((await documents.history(LOCAL_AUTHOR, id)).entries).toHaveLength(3);
  });

  test("leaves what somebody changed meanwhile", async () => {
    const id = await documents.store(LOCAL_AUTHOR, await read("# Harbour\n\nWords.\n\nMore.\n"));
    const { index } = await documents.read(LOCAL_AUTHOR, id);
    const one = await read("# Harbour\n\nOne.\n\nMore.\n", documentJSON(index.doc));
    const two = await read("# Harbour\n\nWords.\n\nTwo.\n", documentJSON(index.doc));
    await documents.update(LOCAL_AUTHOR, id, { version: 0, ...one });
    await documents.update(LOCAL_AUTHOR, id, { version: 0, ...two });
    expect(await textOf(id)).toBe("HarbourOne.Two.");
    const { version, entries } = await documents.history(LOCAL_AUTHOR, id);
    expect(entries[0]).toMatchObject({ version, report: { file: "harbour.md" } });
  });

  test("that says what the document says already changes nothing, and is told all the same", async () => {
    const id = await documents.store(LOCAL_AUTHOR, await read("# Harbour\n\nWords.\n"));
    const { index } = await documents.read(LOCAL_AUTHOR, id);
    const same = await read("# Harbour\n\nWords.\n", documentJSON(index.doc));
    expect(same.steps).toEqual([]);
    await documents.update(LOCAL_AUTHOR, id, { version: 0, ...same });
    expect((await documents.read(LOCAL_AUTHOR, id)).version).toBe(0);
  });
});
