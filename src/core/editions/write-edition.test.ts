import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import type { Node } from "prosemirror-model";
import { anyDocument } from "#tests/arbitrary-document";
import { heading, paragraph } from "#tests/editing";
import { htmlFaults } from "#tests/html-faults";
import { linkedManual } from "#tests/linked-manual";
import { richDocument } from "#tests/rich-document";
import { runs } from "#tests/runs";
import { createDocument, schema, withSettings } from "@/core/document";
import { withContents, withReturns } from "../wayfinding";
import { proveEdition, writeEdition, type EditionOptions } from ".";

const written = (doc: Node, options: EditionOptions = {}) =>
  writeEdition({ doc, pictures: new Map() }, options);
const page = (edition: ReturnType<typeof written>, file: string) => edition.files.get(file) as string;
const failed = ({ files, promised }: ReturnType<typeof written>) => proveEdition(files, promised).failed;

const chapters = (names: readonly string[], words = "words") =>
  createDocument(names.flatMap((name) => [heading(1, name), paragraph(words)]));

describe("an edition", () => {
  test("has a page for each section, with steps, the path from the top and how far it is", () => {
    const doc = createDocument([
      heading(1, "Lamps"),
      heading(2, "Wicks"),
      paragraph("word ".repeat(60)),
      heading(2, "Glass"),
      paragraph("word ".repeat(60)),
      heading(1, "Stairs"),
      paragraph("Climb."),
    ]);
    const edition = written(doc, { maxPageLetters: 400 });
    expect(edition.pages).toEqual([
      { file: "index.html", title: "Lamps" },
      { file: "wicks.html", title: "Wicks" },
      { file: "glass.html", title: "Glass" },
      { file: "stairs.html", title: "Stairs" },
    ]);
    const glass = page(edition, "glass.html");
    expect(glass).toMatch(
      /<a class="previous" href="wicks.html" rel="prev"><span>Previous<\/span> Wicks<\/a>/,
    );
    expect(glass).toMatch(/<a class="parent" href="index.html#lamps"/);
    expect(glass).toMatch(/<a class="next" href="stairs.html" rel="next">/);
    expect(glass).toContain("<p>3 / 4</p>");
    expect(glass).toContain('<li class="open"><a href="#glass" aria-current="page">Glass</a></li>');
    // Another section stays closed.
    expect(page(edition, "stairs.html")).not.toContain("Wicks");
    expect(failed(edition)).toEqual([]);
  });

  test("has links that lead across its pages, and a page that leads on to each anchor", () => {
    const doc = withReturns(linkedManual(), 1);
    const edition = written(withSettings(doc, { title: "The “Manual” & more" }), { maxPageLetters: 200 });
    expect(failed(edition)).toEqual([]);
    const lead = page(edition, "at/wicks.html");
    expect(lead).toMatch(/content="0; url=\.\.\/[^"]+#wicks"/);
    expect(page(edition, "index.html")).toContain("The “Manual” &amp; more");
  });

  test("has numbered parts where a long text has no sections", () => {
    const doc = createDocument(Array.from({ length: 40 }, () => paragraph("word ".repeat(20))));
    const edition = written(withSettings(doc, { title: "Long" }), { maxPageLetters: 1_000 });
    expect(edition.pages.length).toBeGreaterThan(3);
    expect(edition.pages[1]!.title).toBe(`Long (2/${edition.pages.length})`);
    expect(failed(edition)).toEqual([]);
  });

  test("has files whose names differ by more than capitals, whatever sections are called", () => {
    const edition = written(
      chapters(["CON/..", "con", "Con", "???", "", "index", "contents", "長い題".repeat(40)]),
    );
    const names = [...edition.files.keys()].map((name) => name.toLowerCase());
    expect(new Set(names).size).toBe(names.length);
    for (const name of names) expect(name).toMatch(/^(?:at\/)?[\p{L}\p{M}\p{N}-]{1,60}\.(?:html|css)$/u);
    expect(failed(edition)).toEqual([]);
  });

  test("of thousands of sections has small pages", () => {
    const edition = written(chapters(Array.from({ length: 1_000 }, (_, i) => `Section ${i}`)));
    expect(edition.pages).toHaveLength(1_000);
    expect(page(edition, "section-500.html").length).toBeLessThan(12_000);
    expect(page(edition, "contents.html")).toContain("Section 999");
    expect(failed(edition)).toEqual([]);
  });

  test.each(["", " ", "<b>&"])("of one section called “%s”, or none, is one page", (name) => {
    expect(written(chapters([name])).pages).toHaveLength(1);
    const none = written(createDocument([paragraph("Only words.")]));
    expect(none.pages).toEqual([{ file: "index.html", title: "Untitled" }]);
    expect([...failed(none), ...failed(written(chapters([name])))]).toEqual([]);
  });

  test("tells of a link that was led astray", () => {
    const edition = written(linkedManual());
    const astray = new Map(edition.files);
    for (const { file } of edition.pages)
      astray.set(file, page(edition, file).replaceAll('id="wicks"', 'id="gone"'));
    const why = proveEdition(astray, edition.promised).failed.map((one) => one.why);
    expect(why).toContain("Nothing in the pages is called “wicks”.");
    expect(why.join()).toMatch(/#wicks: nothing on that page is called so/);
  });

  test("keeps every word and every link of any document", () => {
    fc.assert(
      fc.property(anyDocument, fc.constantFrom(300, 2_000, 100_000), (doc, maxPageLetters) => {
        const whole = withReturns(withContents(doc, { from: 1, to: 3 }), 2);
        expect(failed(written(whole, { maxPageLetters }))).toEqual([]);
      }),
      { numRuns: runs(25) },
    );
    const rich = richDocument();
    const edition = writeEdition(rich, { maxPageLetters: 2_000 });
    expect(failed(edition)).toEqual([]);
    const text = edition.pages.map(({ file }) => page(edition, file)).join("");
    rich.doc.descendants((node) => {
      if (node.type === schema.nodes.heading)
        expect(text).toContain(node.attrs.id === null ? "" : node.textContent.slice(0, 4));
    });
  });

  test("is valid HTML on each page, with its programs, downloads and what it says of itself", async () => {
    const scripts = { early: "1", page: "2", search: "3", offline: "4" };
    const edition = writeEdition(richDocument(), {
      maxPageLetters: 2_000,
      scripts,
      issue: { number: 2, date: "2026-12-02", note: "Lamps & “stairs”" },
      downloads: [{ called: "PDF", path: "downloads/The manual.pdf", bytes: new Uint8Array([1]) }],
      pageOf: () => "iv",
    });
    expect(failed(edition)).toEqual([]);
    const pages = [...edition.files].filter(([file]) => file.endsWith(".html"));
    expect(pages.length).toBeGreaterThan(10);
    for (const [file, html] of pages) expect([file, await htmlFaults(html as string)]).toEqual([file, []]);
  });
});
