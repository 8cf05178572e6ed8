import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { anyDocument, essence } from "#tests/arbitrary-document";
import { RETURN_ALSO, settingsOf } from "@/core/document";
import { indexDocument } from "@/core/index";
import { resolveLinks } from "@/core/links";
import { withContents, withReturns } from "@/core/wayfinding";
import { TEXT_NAMES, FORMATS, readFile, writeFile, type TextFormatName } from ".";
import { runs } from "#tests/runs";

/** How close ways back stand, and what is promised. */
const anyKept = fc.record(
  {
    closer: fc.constantFrom(0.5, 3, 12.5),
    promises: fc.record(
      {
        jumps: fc.constantFrom(1, 2),
        pages: fc.constantFrom(3, 4.5),
        screens: fc.constant(6),
        sections: fc.constant(7),
      },
      { requiredKeys: [] },
    ),
  },
  { requiredKeys: [] },
);

function through(doc: Parameters<typeof essence>[0], format: TextFormatName) {
  const { text } = writeFile({ doc, pictures: new Map() }, format);
  const result = readFile(`file${FORMATS[format].endings[0]}`, new TextEncoder().encode(text));
  if (!result.ok) throw new Error(`${result.error.reason}\n${text}`);
  return { doc: result.manuscript.doc, text, dropped: result.dropped };
}

describe.each(TEXT_NAMES.filter((name) => FORMATS[name].lossless))(
  "a document that goes out as %s and comes in again",
  (format) => {
    test("says the same, and every link and bookmark is where it was", () => {
      fc.assert(
        fc.property(anyDocument, (doc) => {
          const back = through(doc, format);
          expect({ text: back.text, essence: essence(back.doc) }).toEqual({
            text: back.text,
            essence: essence(doc),
          });
          expect(back.dropped).toEqual([]);
        }),
        { numRuns: runs(80) },
      );
    });

    test("keeps its contents list and its rule for return links living, not as text", () => {
      fc.assert(
        fc.property(anyDocument, fc.subarray([...RETURN_ALSO]), anyKept, (doc, also, kept) => {
          const listed = withReturns(withContents(doc, { from: 1, to: 2 }), 1);
          const returns = { ...settingsOf(listed).returns, ...(also.length > 0 && { also }), ...kept };
          const whole = listed.type.create({ ...listed.attrs, returns }, listed.content);
          const back = through(whole, format).doc;
          expect(settingsOf(back).returns).toEqual(settingsOf(whole).returns);
          expect(essence(back)).toEqual(essence(whole));
        }),
        { numRuns: runs(40) },
      );
    });

    test("promises exactly the links that land", () => {
      fc.assert(
        fc.property(anyDocument, (doc) => {
          const landing = resolveLinks(indexDocument(doc)).filter(
            (link) => link.lands && link.destination && link.reference?.linked !== false,
          );
          const { promised } = writeFile({ doc, pictures: new Map() }, format);
          const inside = promised.filter((link) => link.destination !== null).map((link) => link.destination);
          const landed = landing.flatMap(({ target }) => (target.kind === "destination" ? [target.id] : []));
          // The open form holds links as they are, and promises nothing of addresses.
          const due = format === "gaterope" ? [] : landed;
          for (const id of due) expect(inside).toContain(id);
          // What is promised beside them are the lines of the list that HTML puts before a text that has none.
          const listed = format === "html" ? indexDocument(doc).headings.map(({ id }) => id) : [];
          for (const id of inside) expect([...due, ...listed]).toContain(id);
        }),
        { numRuns: runs(40) },
      );
    });
  },
);

/** Every bookmark by its name, and under which anchors each place is found. */
function namesIn(doc: Parameters<typeof essence>[0]) {
  const { index, registry } = { index: indexDocument(doc), registry: settingsOf(doc).registry };
  return {
    bookmarks: Object.values(registry.bookmarks)
      .map(({ name, kind }) => `${kind} ${name}`)
      .sort(),
    anchors: index.destinations
      .flatMap(({ id, name }) =>
        [index.anchors.of(id)!, ...index.anchors.aliases(id)].map((it) => `${it}: ${name}`),
      )
      .sort(),
  };
}

/** A document whose places have anchors of their own and were known by others before: also such as no program would derive. */
const published = fc
  .tuple(
    anyDocument,
    fc.array(fc.constantFrom("pwd", "PWD", "top", "Änderung", "x.y-z", "_low"), {
      minLength: 1,
      maxLength: 6,
    }),
    fc.array(fc.constantFrom("Old", "old", "1st", "a%b", 'q"<>', "näme"), { maxLength: 6 }),
  )
  .map(([doc, own, earlier]) => {
    const free = { own: [...new Set(own)], earlier: [...new Set(earlier)] };
    const anchors: Record<string, { anchor: string; aliases: string[] }> = {};
    for (const { id, kind } of indexDocument(doc).destinations) {
      const anchor = kind === "contents" ? undefined : free.own.pop();
      if (anchor) anchors[id] = { anchor, aliases: free.earlier.splice(0, 2) };
    }
    const registry = { ...settingsOf(doc).registry, anchors };
    return doc.type.create({ ...doc.attrs, registry }, doc.content);
  });

describe.each(["gaterope", "html", "markdown"] as const)("a second trip through %s", (format) => {
  test("adds nothing to the first, whatever anchors places have and had", () => {
    fc.assert(
      fc.property(published, (doc) => {
        const first = through(doc, format);
        expect({ text: first.text, names: namesIn(first.doc) }).toEqual({
          text: first.text,
          names: namesIn(doc),
        });
        const second = through(first.doc, format);
        expect(second.text).toBe(first.text);
        expect(namesIn(second.doc)).toEqual(namesIn(doc));
      }),
      { numRuns: runs(80) },
    );
  });
});

test("anchors of a file that differ in case only, and one called top, keep their addresses", () => {
  const html =
    '<h1 id="pwd">One</h1><p>w</p><h1 id="PWD">Two</h1><p>w</p><h1 id="top">Three</h1><p><a href="#PWD">to two</a> <a href="#top">to three</a></p>';
  const read = readFile("a.html", new TextEncoder().encode(html));
  if (!read.ok) throw new Error(read.error.reason);
  const index = indexDocument(read.manuscript.doc);
  const called = (anchor: string) => index.destination(index.anchors.find(anchor)!)?.name;
  expect(["pwd", "PWD", "top"].map(called)).toEqual(["One", "Two", "Three"]);
  expect(resolveLinks(index).map((link) => link.lands && link.destination?.name)).toEqual(["Two", "Three"]);
  const { text } = writeFile(read.manuscript, "html");
  expect([...text.matchAll(/ id="(pwd|PWD|top)"/g)].map((it) => it[1])).toEqual(["pwd", "PWD", "top"]);
});
