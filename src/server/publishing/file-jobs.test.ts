import { afterAll, describe, expect, test } from "@jest/globals";
import { existsSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { BUILT_MAKERS } from "#tests/built-makers";
import { heading, paragraph } from "#tests/editing";
import { createDocument, newId } from "@/core/document";
import { FORMATS, readFile } from "@/core/formats";
import { pdfOptionsSchema } from "@/core/formats/pdf";
import { indexDocument } from "@/core/index";
import { withContents } from "@/core/wayfinding";
import { FileJobs } from "./file-jobs";

const folder = mkdtempSync(path.join(tmpdir(), "gate-rope-made-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const options = pdfOptionsSchema.parse({});

describe("files made in the background", () => {
  const manuscript = { doc: createDocument([heading(1, "A/B: title")]), pictures: new Map() };
  const titled = {
    ...manuscript,
    doc: manuscript.doc.type.create({ ...manuscript.doc.attrs, title: "A/B: title" }, manuscript.doc.content),
  };
  const until = async (look: () => boolean) => {
    for (let i = 0; i < 300 && !look(); i++) await new Promise((resolve) => setTimeout(resolve, 50));
  };
  const jobs = () => new FileJobs(path.join(folder, newId()), BUILT_MAKERS);

  test("are asked about until they are made, and taken under the document's title", async () => {
    const all = jobs();
    const id = all.beginPdf("doc", { manuscript: titled }, options);
    expect(all.get("doc", id).state).toMatchObject({ kind: "making" });
    expect(() => all.file("doc", id)).toThrow("This file is not made yet.");
    await until(() => all.get("doc", id).state.kind !== "making");
    expect(all.get("doc", id).state).toMatchObject({ kind: "made", pages: 1 });
    const { file, name } = all.file("doc", id);
    expect(name).toBe("A B title.pdf");
    expect(readFileSync(file).subarray(0, 5).toString()).toBe("%PDF-");
    // Nobody takes those of another document.
    expect(() => all.get("other", id)).toThrow("This file is no longer here.");
    all.cancel("doc", id);
    expect(existsSync(file)).toBe(false);
    expect(() => all.get("doc", id)).toThrow("This file is no longer here.");
  });

  test("say why they cannot be made, and leave nothing behind", async () => {
    const all = jobs();
    const id = all.beginPdf("doc", { manuscript }, { ...options, pages: { from: 9, to: 9 } });
    await until(() => all.get("doc", id).state.kind !== "making");
    expect(all.get("doc", id).state).toEqual({
      kind: "failed",
      reason: "There is no page 9: the document has 1.",
    });
    expect(() => all.file("doc", id)).toThrow("This file is not made yet.");
  });

  test("are no more than two at once", async () => {
    const all = jobs();
    const ids = [1, 2].map(() => all.beginPdf("doc", { manuscript }, options));
    expect(() => all.beginPdf("doc", { manuscript }, options)).toThrow(
      "Other files are being made just now.",
    );
    for (const id of ids) all.cancel("doc", id);
    const next = all.beginPdf("doc", { manuscript }, options);
    await until(() => all.get("doc", next).state.kind !== "making");
    expect(all.get("doc", next).state.kind).toBe("made");
  });

  test.each(["docx", "odt", "epub"] as const)(
    "as .%s: written, every link followed in the file, and read again as what it was",
    async (format) => {
      const doc = createDocument([heading(1, "Lamps"), paragraph("Trim the wick."), heading(1, "Stairs")]);
      const index = indexDocument(doc);
      const listed = withContents(doc, { from: 1, to: 2 });
      const all = jobs();
      const id = all.beginArchive("doc", { manuscript: { doc: listed, pictures: new Map() } }, format, {
        document: "doc",
        version: 3,
      });
      await until(() => all.get("doc", id).state.kind !== "making");
      expect(all.get("doc", id).state).toMatchObject({
        kind: "made",
        pages: 1,
        leftOut: 0,
        proof: { lands: expect.any(Number), failed: [] },
      });
      const { file, name, type } = all.file("doc", id);
      expect(name).toBe(`Lamps.${format}`);
      expect(type).toBe(FORMATS[format].mediaType);
      const back = readFile(name, new Uint8Array(readFileSync(file)));
      if (!back.ok) throw new Error(back.error.reason);
      expect(indexDocument(back.manuscript.doc).headings.map(({ name: called }) => called)).toEqual(
        index.headings.map(({ name: called }) => called),
      );
      expect(back.manuscript.doc.child(0).type.name).toBe(listed.child(0).type.name);
    },
  );
});
