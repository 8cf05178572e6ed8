import { describe, expect, test } from "@jest/globals";
import type { Node } from "prosemirror-model";
import { comesBack, readAs } from "#tests/comes-back";
import { repacked, writtenFile } from "#tests/written-file";
import { linkedManual } from "#tests/linked-manual";
import { FIRST_SHEET, newId, schema, settingsOf, withSettings } from "@/core/document";
import { indexDocument } from "@/core/index";
import { resolveLinks } from "@/core/links";
import { DropLog } from "..";
import { zipArchive } from "../archive/zip-archive";
import type { OfficeOptions } from "../office/office-options";
import { proveOdt } from "./proof";
import { writeOdt } from "./write";

const written = (doc: Node, options: OfficeOptions = {}) =>
  writtenFile(writeOdt({ doc, pictures: new Map() }, options));

const read = (bytes: Uint8Array) => readAs("odt", bytes);

comesBack("odt");

describe("what another program sees in an .odt", () => {
  test("are the names of office suites, bookmarks with both ends, elements that say our words and pages", () => {
    const doc = linkedManual();
    const pages = { labelAt: (pos: number) => `p${pos}`, pageAt: (pos: number) => pos };
    const { part, archive } = written(doc, { pages });
    expect(archive.paths[0]).toBe("mimetype");
    const styles = part("styles.xml");
    for (const name of ["Heading 1", "Contents 2", "Caption", "Footnote", "Quotations", "Preformatted Text"])
      expect(styles).toContain(`style:display-name="${name}"`);
    const xml = part("content.xml");
    expect(xml).toContain(
      '<text:bookmark-start text:name="_wicks"/>Wicks<text:bookmark-end text:name="_wicks"/>',
    );
    const wicks = indexDocument(doc).headings[1]!;
    expect(xml).toContain(
      `<text:bookmark-ref text:reference-format="page" text:ref-name="_wicks">p${wicks.pos}</text:bookmark-ref>`,
    );
    expect(xml).toContain('xlink:href="#_wicks"');
    expect(xml).toMatch(/<text:table-of-content [^>]*>.*Wicks<text:tab\/>p\d+/);
    expect(xml).toContain("Any lamp.");
  });

  test("are numbers of headings that the outline counts, and those of appendices by a list of their own", () => {
    const heading = (level: number, words: string, series: string | null = null) =>
      schema.node("heading", { id: newId(), level, series }, schema.text(words));
    const letters = { ...FIRST_SHEET, styles: { ...FIRST_SHEET.styles } };
    letters.styles.heading1 = { ...letters.styles.heading1, numbering: "letters" };
    letters.styles.heading2 = { ...letters.styles.heading2, numbering: "decimal" };
    const last = Array.from({ length: 27 }, () => heading(1, "Tables", "appendix"));
    const doc = schema.node("doc", { styles: letters }, [
      heading(1, "Lamps"),
      heading(2, "Wicks"),
      ...last,
      heading(2, "Rows"),
    ]);
    const xml = written(doc).part("content.xml");
    const isListed = (words: string) => new RegExp(`<text:list-item><text:h[^]{0,300}>${words}<`).test(xml);
    expect(["Lamps", "Wicks", "Tables", "Rows"].map(isListed)).toEqual([false, false, true, true]);
    expect(xml).toMatch(/text:level="1" style:num-format="A" style:num-prefix="Appendix "/);
    expect(xml).toMatch(/text:level="2" style:num-format="1" text:display-levels="2"/);
    // The number is not among the words: whoever counts again has it once.
    expect(xml).not.toContain("Appendix AA");
    for (const clean of [false, true]) {
      const index = indexDocument(read(written(doc, { clean }).bytes));
      expect([index.headings.at(-1)!, index.headings.at(-2)!].map(({ id }) => index.numbers.get(id))).toEqual(
        ["AA.1", "Appendix AA"],
      );
    }
  });

  test("are numbers as words where no list comes to them", () => {
    const heading = (level: number, words: string, series: string | null = null) =>
      schema.node("heading", { id: newId(), level, series }, schema.text(words));
    const doc = schema.node("doc", {}, [heading(1, "Lamps"), heading(2, "Tables", "appendix")]);
    const { bytes, part } = written(doc);
    expect(part("content.xml")).toMatch(/is-list-header="true"[^]{0,300}>Appendix A</);
    expect(indexDocument(read(bytes)).headings.map(({ name }) => name)).toEqual(["Lamps", "Tables"]);
  });

  test("is the index in its columns", () => {
    const index = schema.node("contents_list", { id: newId(), list: { of: "entries", columns: 2 } });
    const doc = schema.node("doc", {}, [index, schema.node("paragraph", null, schema.text("lamps"))]);
    const { part, bytes } = written(doc, { clean: true });
    expect(part("content.xml")).toMatch(/<style:columns fo:column-count="2"/);
    expect(read(bytes).child(0).attrs.list).toEqual({ of: "entries", columns: 2 });
  });

  test("are ways back: after sections, and in a frame beside each heading, apart from its words", () => {
    const doc = linkedManual();
    const returns = { levels: [1], words: "", also: ["headings" as const] };
    const file = written(withSettings(doc, { returns }));
    const [sign] = /<text:h .*?<\/text:h>/.exec(file.part("content.xml"))!;
    expect(sign).toMatch(/Lamps.*<draw:frame [^>]*anchor-type="paragraph".*xlink:href="#[^"]+"[^>]*>↑</);
    expect(read(file.bytes).textContent).toBe(doc.textContent);
    expect(settingsOf(read(file.bytes)).returns).toMatchObject(returns);
  });

  test("what its author wrote in another program comes back, and what was not touched stays as it was", () => {
    const doc = linkedManual();
    const file = written(doc, { from: { document: "doc1", version: 7 } });
    expect(file.part("gate-rope.xml")).toContain('id="doc1" version="7"');
    const words = repacked(file, "content.xml", (xml) => xml.replace("Trim the wick", "Cut the wick"));
    expect(read(words).textContent).toBe(doc.textContent.replace("Trim the wick", "Cut the wick"));
    const larger = repacked(file, "styles.xml", (xml) =>
      xml.replace(/(style:name="Heading_20_1".*?fo:font-size=")[\d.]+/, "$128"),
    );
    expect(settingsOf(read(larger)).styles.styles.heading1.size).toBe(28);
    expect(settingsOf(read(file.bytes)).styles).toEqual(settingsOf(doc).styles);
  });

  test("a clean copy has no trace of where it came from, and is read by what it shows", () => {
    const { archive, part, bytes } = written(linkedManual(), {
      from: { document: "doc1", version: 7 },
      clean: true,
    });
    for (const path of archive.paths) expect(part(path)).not.toMatch(/gate-?\s?rope|_gr\.|doc1/i);
    const index = indexDocument(read(bytes));
    expect(index.headings.map(({ name }) => name)).toEqual(["Lamps", "Wicks"]);
    expect(index.contentsLists).toHaveLength(1);
    expect(index.notes.map(({ text }) => text)).toEqual(["Any lamp."]);
    expect(index.references.map(({ reference }) => reference.form)).toEqual([
      "{title}",
      "{pagenumber}",
      "{label}",
    ]);
    expect(resolveLinks(index).every(({ lands }) => lands)).toBe(true);
  });
});

test("a link that was led astray in the written file is found", () => {
  const file = written(linkedManual());
  const proof = (bytes: Uint8Array) => proveOdt(zipArchive(bytes, new DropLog()), file.promised);
  expect(proof(file.bytes).failed).toEqual([]);
  const astray = (change: (xml: string) => string) => proof(repacked(file, "content.xml", change)).failed;
  expect(astray((xml) => xml.replaceAll('text:name="_wicks"', 'text:name="_gone"'))[0]!.why).toMatch(
    /Nothing in the file/,
  );
  expect(astray((xml) => xml.replaceAll('href="#_wicks"', 'href="#_lamps"')).length).toBeGreaterThan(0);
  expect(astray((xml) => xml.replace('"_wicks"/>Wicks<', '"_wicks"/>Stairs<'))[0]?.why).toBe(
    "“Wicks” does not stand at “_wicks”.",
  );
});
