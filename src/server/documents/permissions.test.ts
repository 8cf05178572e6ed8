import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { paragraph } from "#tests/editing";
import { indexDocument } from "@/core/index";
import { createDocument, recognisePicture } from "@/core/document";
import { LOCAL_AUTHOR, openAuthority, type DocumentAuthority, type Person } from "..";

const STRANGER: Person = { id: "stranger" };
const doc = createDocument([paragraph("secret")]);
const listener = { client: "c", name: "S", onEvent: () => {} };
const sought = {
  words: "secret",
  how: "words",
  matchCase: false,
  accents: false,
  wholeWords: false,
} as const;
const picture = recognisePicture(new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg"/>'))!;

/** Methods of the authority that take who acts, each called by somebody about a document. */
type WithPerson = {
  [K in keyof DocumentAuthority]: DocumentAuthority[K] extends (person: Person, ...rest: never) => unknown
    ? K
    : never;
}[keyof DocumentAuthority];

const CALLS: Record<
  Exclude<WithPerson, "allow" | "close" | "purgeOld" | "thin">,
  (it: DocumentAuthority, who: Person, id: string) => unknown
> = {
  count: (it, who) => it.count(who),
  order: (it, who) => it.order(who, []),
  list: (it, who) => it.list(who),
  find: (it, who) => it.find(who, sought),
  askPlaces: (it, who) => it.askPlaces(who, []),
  findPlaces: (it, who, id) => it.findPlaces(who, "secret", id),
  flagged: (it, who) => it.flagged(who),
  incoming: (it, who, id) => it.incoming(who, id),
  libraryFor: (it, who) => it.libraryFor(who, indexDocument(doc)),
  create: (it, who) => it.create(who),
  store: (it, who) =>
    it.store(who, { json: "{}", summary: { title: "", opening: "", words: 0, sections: 0, brokenLinks: 0 } }),
  update: (it, who, id) => it.update(who, id, { version: 0, steps: [] }),
  remove: (it, who, id) => it.remove(who, id),
  restore: (it, who, id) => it.restore(who, id),
  bin: (it, who) => it.bin(who),
  emptyBin: (it, who) => it.emptyBin(who),
  keepPicture: (it, who) => it.keepPicture(who, picture),
  keepFile: (it, who, id) => it.keepFile(who, id, "a.txt", new Uint8Array(1)),
  read: (it, who, id) => it.read(who, id),
  title: (it, who, id) => it.title(who, id),
  snapshot: (it, who, id) => it.snapshot(who, id),
  snapshotVersion: (it, who, id) => it.snapshotVersion(who, id),
  manuscript: (it, who, id) => it.manuscript(who, id),
  attachedFile: (it, who, id) => it.attachedFile(who, id, "f"),
  listEditions: (it, who, id) => it.listEditions(who, id),
  withdrawEdition: (it, who, id) => it.withdrawEdition(who, id, 1, true),
  editionFiles: (it, who, id) => it.editionFiles(who, id, 1),
  append: (it, who, id) =>
    it.append(who, id, { version: 0, client: "c", steps: [{ number: 1, step: { stepType: "replace" } }] }),
  since: (it, who, id) => it.since(who, id, 0),
  readFor: (it, who, id) => it.readFor(who, id, "c"),
  listen: (it, who, id) => it.listen(who, id, 0, listener),
  updatePresence: (it, who, id) => it.updatePresence(who, id, { client: "c", name: "S", caret: null }),
  history: (it, who, id) => it.history(who, id),
  version: (it, who, id) => it.version(who, id, 0),
  keepChanges: (it, who, id) => it.keepChanges(who, id, 30),
  nameVersion: (it, who, id) => it.nameVersion(who, id, 0, "First"),
};

let folder: string;
let documents: DocumentAuthority;
let id: string;

beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), "gate-rope-who-"));
  documents = await openAuthority(folder);
  id = await documents.create(LOCAL_AUTHOR, doc);
});
afterAll(async () => {
  await documents.close();
  rmSync(folder, { recursive: true, force: true });
});

test.each(Object.entries(CALLS))("%s is refused to who may not, and changes nothing", async (_name, call) => {
  const refused: unknown = await (async () => call(documents, STRANGER, id))().catch(
    (error: unknown) => error,
  );
  expect(refused).toMatchObject({ code: expect.stringMatching(/^(no-document|not-allowed)$/) });
  expect(await documents.list(LOCAL_AUTHOR)).toMatchObject([{ id, version: 0 }]);
});

test("to who may not read a document it is not there, in the same words as one that never was", async () => {
  const told = async (asked: string, who: Person) =>
    documents.read(who, asked).catch(({ status, code, message }) => ({ status, code, message }));
  expect(await told(id, STRANGER)).toEqual(await told("nothing000", LOCAL_AUTHOR));
});

test("every route and page that reaches documents names who acts", () => {
  const app = path.join("src", "app");
  const silent = (readdirSync(app, { recursive: true }) as string[])
    .filter((file) => /\.tsx?$/.test(file))
    .map((file) => ({ file, text: readFileSync(path.join(app, file), "utf8") }))
    .filter(({ text }) => /\b(authority|pdfJobs)\(\)/.test(text) && !text.includes("LOCAL_AUTHOR"))
    .map(({ file }) => file);
  expect(silent).toEqual([]);
});
