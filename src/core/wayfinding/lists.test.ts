import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { anyDocument } from "#tests/arbitrary-document";
import { wordsOfHtml } from "#tests/words-of-html";
import { noticeOf } from "#tests/editing";
import { laidOut } from "#tests/page-fonts";
import type { Node } from "prosemirror-model";
import {
  bookmarkEntry,
  createDocument,
  isListTitle,
  LIST_KINDS,
  listOptionsFrom,
  MAX_ENTRIES_IN_PAGE_LINE,
  newId,
  schema,
  type BookmarkEntry,
  type DestinationId,
  type ListKind,
  type ListOptions,
  type ReturnRule,
} from "@/core/document";
import { indexDocument, type DocumentIndex } from "@/core/index";
import { readFile, writeFile } from "@/core/formats";
import { drawPage } from "@/core/layout";
import {
  entryWords,
  indexLines,
  isBookIndex,
  listEntries,
  READY_PLANS,
  returnLinks,
  tagsIn,
  withPlan,
  wordsOfLine,
} from ".";
import { runs } from "#tests/runs";

const { nodes, marks } = schema;
const ids = { one: newId(), two: newId(), deep: newId(), gate: newId(), lamp: newId() };
const title = (level: number, words: string, id = newId()) =>
  nodes.heading.create({ id, level }, words ? schema.text(words) : []);
const marked = (words: string, id: DestinationId) =>
  nodes.paragraph.create({ id: newId() }, schema.text(words, [marks.bookmark.create({ id })]));
const list = (options: ListOptions = {}, levels: { from?: number; to?: number } = {}) =>
  nodes.contents_list.create({ id: newId(), heading: "List", ...levels, list: options });

function made(...blocks: Node[]): Node {
  const bookmarks: Record<string, BookmarkEntry> = {
    [ids.gate]: { ...bookmarkEntry("range", "zum Tor"), note: "see #Way and #todo", followUp: true },
    [ids.lamp]: { ...bookmarkEntry("range", "Ämter"), note: "a#way is none" },
  };
  const doc = createDocument(blocks, { language: "de" });
  return doc.type.create({ ...doc.attrs, registry: { bookmarks, anchors: {} } }, doc.content);
}
const TEXT = [
  title(1, "One", ids.one),
  marked("gate", ids.gate),
  title(2, "Deep", ids.deep),
  nodes.figure.create({ id: newId(), alt: "x" }, schema.text("The slit")),
  title(1, "Two", ids.two),
  marked("lamp", ids.lamp),
  nodes.equation.create({ id: newId(), tex: "x" }),
];

/** The lines of a list that stands behind a block of the text. */
function lines(options: ListOptions, { behind = -1, from = 1, to = 3 } = {}): string[] {
  const own = list(options, { from, to });
  const blocks = [...TEXT];
  blocks.splice(behind + 1, 0, own);
  const index = indexDocument(made(...blocks));
  const standing = index.doc.nodeAt(index.contentsLists[0]!.pos)!;
  return listEntries(index, standing).map((entry) => `${"  ".repeat(entry.depth)}${entryWords(entry)}`);
}

describe("a generated list", () => {
  test.each<[string, ListOptions, string[]]>([
    ["sections", {}, ["One", "  Deep", "Two"]],
    ["figures", { of: "figures" }, ["Figure 1. The slit"]],
    ["figures without labels", { of: "figures", plain: true }, ["The slit"]],
    ["tables", { of: "tables" }, []],
    ["bookmarks", { of: "bookmarks" }, ["zum Tor", "Ämter"]],
    ["bookmarks of a tag", { of: "bookmarks", tag: "#way" }, ["zum Tor"]],
    ["what is flagged", { of: "flagged" }, ["zum Tor"]],
    [
      "all by the alphabet of the language",
      { of: "alphabet" },
      ["Ämter", "Deep", "One", "The slit", "Two", "zum Tor"],
    ],
    ["bookmarks among headings", { bookmarks: true }, ["One", "  zum Tor", "  Deep", "Two", "  Ämter"]],
    [
      "entries changed by hand",
      { entries: { [ids.deep]: { words: "Low" }, [ids.two]: { out: "entry" } } },
      ["One", "  Low"],
    ],
    [
      "places added by hand, where they come in the text",
      { added: [ids.lamp, ids.gate, ids.gate, "gone"] },
      ["One", "  zum Tor", "  Deep", "Two", "  Ämter"],
    ],
    [
      "a place added and worded by hand",
      { of: "figures", plain: true, added: [ids.two], entries: { [ids.two]: { words: "More" } } },
      ["The slit", "More"],
    ],
    ["what is listed already", { added: [ids.one] }, ["One", "  Deep", "Two"]],
    [
      "a menu in an order of its own, with places added",
      { buttons: true, added: [ids.gate], order: [ids.two, ids.gate] },
      ["Two", "zum Tor", "One", "Deep"],
    ],
    ["a section left out", { entries: { [ids.one]: { out: "section" } } }, ["Two"]],
  ])("of %s", (_name, options, told) => expect(lines(options)).toEqual(told));

  test("of the section it stands in, and of the document before the first", () => {
    expect(lines({ of: "section" }, { behind: 0 })).toEqual(["Deep"]);
    expect(lines({ of: "section" }, { behind: 4 })).toEqual([]);
    expect(lines({ of: "section" })).toEqual(["One", "  Deep", "Two"]);
    expect(lines({ of: "section", bookmarks: true }, { behind: 0 })).toEqual(["zum Tor", "Deep"]);
  });

  test("in the header of pages has as many lines as there is room for", () => {
    const many = Array.from({ length: 40 }, (_, i) => title(1, `Part ${i}`));
    const index = indexDocument(made(list({ buttons: true, placed: "header" }), ...many));
    expect(listEntries(index, index.doc.child(0))).toHaveLength(MAX_ENTRIES_IN_PAGE_LINE);
    // Only a menu of buttons stands there.
    const plain = indexDocument(made(list({ placed: "header" }), ...many));
    expect(listEntries(plain, plain.doc.child(0))).toHaveLength(40);
  });

  test("stays sensible without headings, with 5,000 of them, and where they are empty or alike", () => {
    const empty = indexDocument(made(list(), marked("x", ids.gate)));
    expect(listEntries(empty, empty.doc.child(0))).toEqual([]);
    const many = indexDocument(
      made(list(), ...Array.from({ length: 5_000 }, (_, i) => title(1 + (i % 6), i % 3 ? "Same" : ""))),
    );
    expect(listEntries(many, many.doc.child(0))).toHaveLength(2_501);
  });

  test("calls headings by their short titles, and so do the steps from section to section", () => {
    const brief = (words: string, short: string) =>
      nodes.heading.create({ id: newId(), level: 1, short }, schema.text(words));
    const doc = createDocument([
      brief("The long and winding road", "Road"),
      marked("x", ids.gate),
      brief("Two", ""),
    ]);
    const returns: ReturnRule = { levels: [1], words: "", also: ["steps"] };
    const index = indexDocument(
      doc.type.create({ ...doc.attrs, returns }, [...doc.content.content, marked("y", ids.lamp)]),
    );
    expect(listEntries(index, list()).map(entryWords)).toEqual(["Road", "Two"]);
    expect(
      returnLinks(index)
        .at(-1)!
        .ways.map(({ words }) => words),
    ).toEqual(["Back to top", "Previous: Road"]);
    expect(() => brief("x", " two  spaces").check()).toThrow();
  });

  test("and what leads readers say their own words in the language of the document", () => {
    const french = (language: string) => {
      const doc = createDocument([title(1, "Un"), title(1, ""), marked("mot", ids.gate), title(1, "Fin")], {
        language,
      });
      const returns: ReturnRule = { levels: [1], words: "", also: ["steps"] };
      return indexDocument(doc.type.create({ ...doc.attrs, returns }, doc.content));
    };
    const { doc } = french("fr-CA");
    expect(withPlan(doc, READY_PLANS[0]!).child(0).attrs.heading).toBe("Sommaire");
    expect(listEntries(french("fr-CA"), list())[1]!.text).toBe("Section sans titre");
    expect(returnLinks(french("fr")).map(({ ways }) => ways.map(({ words }) => words))).toEqual([
      ["Haut de page", "Précédent: Un", "Suivant: Fin"],
    ]);
    // A language whose words are not known, and words that name no language.
    for (const language of ["tlh", ""])
      expect(returnLinks(french(language))[0]!.ways[0].words).toBe("Back to top");
    expect(isListTitle("Indice", "sections")).toBe(true);
    expect(isListTitle("Indice", "figures")).toBe(false);
  });

  test("knows the tags in a note", () => {
    expect(tagsIn("see #Way, #über-2 and a#b # c")).toEqual(["way", "über-2"]);
  });

  test("takes only options that there are", () => {
    expect(listOptionsFrom('{"of":"figures","columns":2}')).toEqual({ of: "figures", columns: 2 });
    for (const json of ['{"of":"nothing"}', '{"more":1}', "{", "3", null])
      expect(listOptionsFrom(json)).toEqual({});
  });
});

const squeezed = (words: string) => words.replace(/\s+/g, "");

const anyOptions: fc.Arbitrary<ListOptions> = fc.record(
  {
    of: fc.constantFrom<ListKind>(...LIST_KINDS),
    plain: fc.constant(true as const),
    pageless: fc.constant(true as const),
    columns: fc.constantFrom(2 as const, 3 as const),
    run: fc.constant(true as const),
    bookmarks: fc.constant(true as const),
    buttons: fc.constant(true as const),
    stacked: fc.constant(true as const),
    flush: fc.constant(true as const),
    folds: fc.constant(true as const),
    leaderless: fc.constant(true as const),
    cards: fc.constant(true as const),
    tag: fc.constantFrom("way", "a--b>", 'x"&<'),
  },
  { requiredKeys: [] },
);

/** The lines of a list of any kind. */
function linesOf(index: DocumentIndex, own: Node): string[] {
  return isBookIndex(own)
    ? indexLines(index).map((line) => wordsOfLine(line, index, null))
    : listEntries(index, own).map(entryWords);
}

describe("a list of any kind in any document", () => {
  test("has the same lines in the same order in HTML, Markdown, plain text and on pages", async () => {
    // The lines of an index hold several links each; they have a test of their own.
    const ofPlaces = anyOptions.filter(({ of }) => of !== "entries");
    await fc.assert(
      fc.asyncProperty(anyDocument, ofPlaces, async (any, options) => {
        const own = list({ ...options, pageless: true });
        const doc = any.type.create(any.attrs, any.content.addToStart(own));
        const wanted = listEntries(indexDocument(doc), own).map(entryWords);
        const written = (format: "html" | "markdown" | "text") =>
          writeFile({ doc, pictures: new Map() }, format).text;
        const nav = /<nav[^>]*data-contents[\s\S]*?<\/nav>/.exec(written("html"))![0];
        expect([...nav.matchAll(/<a [^>]*>([\s\S]*?)<\/a>/g)].map(([, line]) => wordsOfHtml(line!))).toEqual(
          wanted,
        );
        const read = readFile("a.md", new TextEncoder().encode(written("markdown")));
        if (!read.ok) throw new Error(read.error.reason);
        const lines = /<!-- contents[\s\S]*?<!-- \/contents/.exec(written("markdown"))![0];
        expect(lines.match(/^\s*[*+-] /gm) ?? []).toHaveLength(wanted.length);
        expect(written("text").split("\n\n")[0]!.split("\n").slice(1).map(squeezed)).toEqual(
          wanted.map(squeezed),
        );
        const layout = await laidOut(doc);
        const ids = new Set(listEntries(layout.index, own).map(({ id }) => id));
        const end = layout.pageAt(own.nodeSize);
        const drawn: string[] = [];
        for (let page = 0; page <= end; page++)
          for (const { target, words, tag } of drawPage(layout, page).links)
            if (tag?.role === "TOCI" && target.kind === "destination" && ids.has(target.id))
              drawn.push(squeezed(words));
        expect(drawn).toEqual(wanted.map(squeezed));
      }),
      { numRuns: runs(60) },
    );
  });

  test.each(["html", "markdown", "gaterope"] as const)(
    "comes back from %s with its options, and shows the same lines there",
    (format) => {
      fc.assert(
        fc.property(anyDocument, anyOptions, (any, options) => {
          const own = list(options);
          const doc = any.type.create(any.attrs, any.content.addToStart(own));
          const entries = linesOf(indexDocument(doc), own);
          const { text } = writeFile({ doc, pictures: new Map() }, format);
          const ending = { html: ".html", markdown: ".md", gaterope: ".gaterope.json" }[format];
          const read = readFile(`a${ending}`, new TextEncoder().encode(text));
          if (!read.ok) throw new Error(read.error.reason);
          const back = read.manuscript.doc.child(0);
          expect(back.attrs.list).toEqual(options);
          const flagged = options.of === "flagged" || options.tag !== undefined;
          // Flags and notes of bookmarks go along in the open form only.
          if (!flagged || format === "gaterope")
            expect(linesOf(indexDocument(read.manuscript.doc), back)).toEqual(entries);
          if (format !== "html") return;
          const nav = /<nav[^>]*data-contents[\s\S]*?<\/nav>/.exec(text)![0];
          expect(nav.match(/<li>/g) ?? []).toHaveLength(entries.length);
        }),
        { numRuns: runs(80) },
      );
    },
  );
});

test("notices are listed, all or of some kinds, each with the word for its kind", () => {
  const { contents_list } = schema.nodes;
  const listed = (options: ListOptions) => {
    const list = contents_list.create({ list: { of: "notices", ...options } });
    const doc = createDocument([
      noticeOf("tip", "", "Look up."),
      noticeOf("warning", "At night", "Mind the dome."),
      list,
      noticeOf("danger", "", "High voltage."),
    ]);
    return listEntries(indexDocument(doc), doc.child(2)).map(({ number, text }) => `${number} ${text}`);
  };
  expect(listed({})).toEqual(["Tip. Look up.", "Warning. At night", "Danger. High voltage."]);
  expect(listed({ notices: ["warning", "danger"] })).toEqual(["Warning. At night", "Danger. High voltage."]);
});
