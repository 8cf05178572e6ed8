import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { Transform } from "prosemirror-transform";
import { paragraph } from "#tests/editing";
import {
  bookmarkEntry,
  createDocument,
  idOf,
  newId,
  schema,
  type DestinationId,
  type DocumentTarget,
} from "@/core/document";
import { RegistryStep, stepToJSON } from "@/core/steps";
import { documentTargets, placeKey } from "@/core/links";
import { LOCAL_AUTHOR, openAuthority, type DocumentAuthority } from "..";

const { nodes, marks } = schema;
let folder: string;
let documents: DocumentAuthority;
let hill: string;
let coast: string;
const ids = { lamps: newId(), keeper: newId(), spot: newId(), note: newId() };

const title = (id: DestinationId, words: string, level = 1) =>
  nodes.heading.create({ id, level }, schema.text(words));
const linked = (words: string, target: DocumentTarget) =>
  nodes.paragraph.create({ id: newId() }, schema.text(words, [marks.link.create({ target })]));

beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), "gate-rope-catalogue-"));
  documents = await openAuthority(folder);
  const marked = nodes.paragraph.create(
    { id: newId() },
    schema.text("unfinished", [marks.bookmark.create({ id: ids.spot })]),
  );
  const note = nodes.note.create({ id: ids.note, place: "foot" }, schema.text("Oil of the year before"));
  const noted = nodes.paragraph.create({ id: newId() }, [schema.text("oil"), note]);
  const blocks = [title(ids.lamps, "Lamps"), title(ids.keeper, "The lamp keeper", 2), marked, noted];
  const doc = new Transform(createDocument(blocks, { title: "Hill" })).step(
    new RegistryStep({
      part: "bookmarks",
      id: ids.spot,
      entry: { ...bookmarkEntry("range", "To finish"), followUp: true, due: "2026-12-01", note: "ask her" },
    }),
  ).doc;
  hill = await documents.create(LOCAL_AUTHOR, doc);
  coast = await documents.create(
    LOCAL_AUTHOR,
    createDocument(
      [
        linked("see the lamps", { kind: "document", document: hill, id: ids.lamps }),
        linked("the hill", { kind: "document", document: hill }),
        paragraph("Lamps of the coast."),
      ],
      { title: "Coast lamp book" },
    ),
  );
});

afterAll(() => rmSync(folder, { recursive: true, force: true }));

const to = (id?: DestinationId, document = hill): DocumentTarget => ({
  kind: "document",
  document,
  ...(id && { id }),
});
const asked = async (target: DocumentTarget) =>
  (await documents.askPlaces(LOCAL_AUTHOR, [target])).get(placeKey(target));

async function change(id: string, make: (tr: Transform) => Transform): Promise<void> {
  const { index, version } = await documents.read(LOCAL_AUTHOR, id);
  const { steps } = make(new Transform(index.doc));
  await documents.append(LOCAL_AUTHOR, id, {
    version,
    client: newId(),
    steps: steps.map((step, i) => ({ number: i + 1, step: stepToJSON(step) })),
  });
}

describe("places of other documents", () => {
  test("are found by words of their names, and so are documents by their titles", async () => {
    const found = await documents.findPlaces(LOCAL_AUTHOR, "lamp", coast);
    expect(found.map(({ title: of, name, path: within }) => [of, name, within])).toEqual([
      ["Hill", "Lamps", []],
      ["Hill", "The lamp keeper", ["Lamps"]],
    ]);
    expect(await documents.findPlaces(LOCAL_AUTHOR, "lamp", hill)).toMatchObject([
      { document: coast, id: null, name: "Coast lamp book" },
    ]);
    expect(await documents.findPlaces(LOCAL_AUTHOR, "keeper lamp", coast)).toHaveLength(1);
    expect(await documents.findPlaces(LOCAL_AUTHOR, "%", coast)).toEqual([]);
    expect(await documents.findPlaces(LOCAL_AUTHOR, "  ", coast)).toEqual([]);
  });

  test("are told with what they are called by now, through renaming and moving", async () => {
    expect(await asked(to(ids.keeper))).toEqual({
      title: "Hill",
      place: "The lamp keeper",
      anchor: "the-lamp-keeper",
    });
    expect(await asked(to())).toEqual({ title: "Hill", place: null, anchor: null });
    expect(await asked(to(ids.note))).toEqual({ title: "Hill", place: "Oil of the year before", anchor: "" });
    expect(await documents.findPlaces(LOCAL_AUTHOR, "oil year", coast)).toMatchObject([{ kind: "note" }]);
    expect(await asked(to(newId()))).toBe("no-place");
    expect(await asked(to(ids.lamps, "nodocument"))).toBe("no-document");
    await change(hill, (tr) =>
      tr
        .insert(8 + "The lamp keeper".length, schema.text("s of the night"))
        .setDocAttribute("title", "The hill"),
    );
    expect(await asked(to(ids.keeper))).toMatchObject({
      title: "The hill",
      place: "The lamp keepers of the night",
    });
  });

  test("may be paragraphs, or words that are quoted, found again where they were changed", async () => {
    const { index } = await documents.read(LOCAL_AUTHOR, hill);
    const paragraphId = idOf(index.doc.child(2))!;
    expect(await asked(to(paragraphId))).toEqual({ title: "The hill", place: "unfinished", anchor: "" });
    const words = { exact: "Lamps", before: "", after: " of the coast." };
    const target: DocumentTarget = { kind: "document", document: coast, words };
    const standing = { title: "Coast lamp book", anchor: "" };
    expect(await asked(target)).toEqual({ ...standing, place: "“Lamps”", words: "Lamps" });
    const { index: book } = await documents.read(LOCAL_AUTHOR, coast);
    const at = book.doc.content.size - book.doc.lastChild!.nodeSize + 1;
    await change(coast, (tr) => tr.insert(at, schema.text("All ")));
    expect(await asked(target)).toEqual({ ...standing, place: "“Lamps”", words: "Lamps" });
    await change(coast, (tr) => tr.replaceWith(at, at + 9, schema.text("The lights")));
    expect(await asked(target)).toEqual({ ...standing, place: "“The lights”", words: "The lights" });
    await change(coast, (tr) => tr.delete(at, at + 15));
    expect(await asked(target)).toBe("no-place");
    expect(await asked({ ...target, document: "nodocument" })).toBe("no-document");
  });

  test("tell which documents lead to them; circles are no matter", async () => {
    await change(hill, (tr) => tr.insert(tr.doc.content.size, linked("the coast", to(undefined, coast))));
    expect(await documents.incoming(LOCAL_AUTHOR, hill)).toMatchObject([
      { document: coast, title: "Coast lamp book", words: "see the lamps", to: ids.lamps, start: 1 },
      { document: coast, words: "the hill", to: null },
    ]);
    expect(await documents.incoming(LOCAL_AUTHOR, coast)).toMatchObject([
      { document: hill, words: "the coast" },
    ]);
    await expect(documents.incoming(LOCAL_AUTHOR, "nodocument")).rejects.toMatchObject({ status: 404 });
  });

  test("that are flagged are listed over all documents", async () => {
    expect(await documents.flagged(LOCAL_AUTHOR)).toMatchObject([
      { document: hill, name: "To finish", due: "2026-12-01", note: "ask her", anchor: "to-finish" },
    ]);
    await change(hill, (tr) =>
      tr.step(new RegistryStep({ part: "bookmarks", id: ids.spot, field: "followUp", value: false })),
    );
    expect(await documents.flagged(LOCAL_AUTHOR)).toEqual([]);
  });

  test("of a document that was removed are not there: nothing of it is told, until it is put back", async () => {
    await documents.remove(LOCAL_AUTHOR, hill);
    expect(await asked(to(ids.lamps))).toBe("no-document");
    expect(await documents.findPlaces(LOCAL_AUTHOR, "lamp", coast)).toEqual([]);
    expect(await documents.incoming(LOCAL_AUTHOR, coast)).toEqual([]);
    const { index } = await documents.read(LOCAL_AUTHOR, coast);
    expect((await documents.libraryFor(LOCAL_AUTHOR, index)).find(documentTargets(index)[0]!)).toBe(
      "no-document",
    );
    await documents.restore(LOCAL_AUTHOR, hill);
    expect(await asked(to(ids.lamps))).toMatchObject({ place: "Lamps" });
  });
});
