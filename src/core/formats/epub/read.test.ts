import { describe, expect, test } from "@jest/globals";
import { documentTitle, settingsOf } from "@/core/document";
import { indexDocument } from "@/core/index";
import { resolveLinks } from "@/core/links";
import { cpuTime } from "#tests/cpu-time";
import { epubFile, type EpubParts } from "#tests/epub-file";
import { SMALL_PNG } from "#tests/small-picture";
import { readFile } from "..";

function read(parts: EpubParts) {
  const result = readFile("book.epub", epubFile(parts));
  if (!result.ok) throw new Error(result.error.reason);
  const { doc } = result.manuscript;
  doc.check();
  return { doc, index: indexDocument(doc), pictures: result.manuscript.pictures };
}

const POINTS = [
  ["The lamp", [["Wicks"], ["Glass"]]],
  ["The stairs", [["Wicks"]]],
] as const;

const point = (words: string, within = ""): string =>
  `<navPoint><navLabel><text>${words}</text></navLabel><content src="x"/>${within}</navPoint>`;
const item = (words: string, within = ""): string =>
  `<li><a href="x">${words}</a>${within && `<ol>${within}</ol>`}</li>`;
const nested = (line: typeof point): string =>
  POINTS.map(([words, within]) => line(words, within.map(([inner]) => line(inner!)).join(""))).join("");

const NAVIGATION: Record<string, string> = {
  "toc.ncx": `<ncx xmlns="http://www.daisy.org/z3986/2005/ncx/"><navMap>${nested(point)}</navMap></ncx>`,
  "nav.xhtml": `<html xmlns="http://www.w3.org/1999/xhtml" xmlns:epub="http://www.idpf.org/2007/ops"><body><nav epub:type="landmarks"><ol>${item("Cover")}</ol></nav><nav epub:type="toc"><ol>${nested(item)}</ol></nav></body></html>`,
};

describe.each(Object.keys(NAVIGATION))("paragraphs that %s names", (navigation) => {
  const titled = (files: Record<string, string>, text = NAVIGATION[navigation]!) =>
    read({ files, navigation, other: { [`OEBPS/${navigation}`]: text } }).index.headings.map(
      ({ level, name }) => `${level} ${name}`,
    );

  test("are headings of the levels that it gives, and typed contents stay as they are", () => {
    expect(
      titled({
        "front.xhtml":
          '<p>Wicks</p><p><a href="one.xhtml">The lamp</a></p><p><a href="two.xhtml">Wicks</a></p>',
        "one.xhtml":
          '<p class="big"><b>The  lamp</b></p><p>Words of the lamp</p><p><i>Wicks</i></p><p>trim</p><p>Glass</p><p>wipe</p>',
        "two.xhtml": "<div>The stairs</div><p>climb</p><p>Wicks</p><p>more</p>",
      }),
    ).toEqual(["1 The lamp", "2 Wicks", "2 Glass", "1 The stairs", "2 Wicks"]);
  });

  test("stand below those that are headings already, and a heading is not doubled", () => {
    expect(
      titled({
        "one.xhtml": "<h2>The lamp</h2><p>The lamp</p><p>Wicks</p><p>trim</p>",
        "two.xhtml": "<p>The stairs</p>",
      }),
    ).toEqual(["2 The lamp", "3 Wicks", "2 The stairs"]);
  });

  test("are left where it cannot be read", () => {
    expect(titled({ "one.xhtml": "<p>The lamp</p>" }, "<ncx><navMap>")).toEqual([]);
  });
});

describe("an e-book", () => {
  test("becomes one document in the order of its spine, with links across its files", () => {
    const { doc, index } = read({
      language: "de",
      files: {
        "one.xhtml": `<h1 id="start">One</h1><p><a href="two%20b.xhtml">two</a> <a href="two%20b.xhtml#start">its start</a> <a href="#start">here</a> <a href="two%20b.xhtml#gone">gone</a></p>`,
        "two b.xhtml": `<h1>Two</h1><p id="start">Start <a href="one.xhtml#start">one</a> <a href="https://paper.example/">web</a></p>`,
      },
    });
    expect(index.headings.map(({ name }) => name)).toEqual(["One", "Two"]);
    const links = resolveLinks(index);
    expect(links.map(({ text, lands }) => [text, lands])).toEqual([
      ["two", true],
      ["its start", true],
      ["here", true],
      ["gone", false],
      ["one", true],
      ["web", true],
    ]);
    const lands = (i: number) => {
      const link = links[i]!;
      return link.target.kind === "destination" ? index.destination(link.target.id)?.name : null;
    };
    expect([lands(0), lands(2), lands(4)]).toEqual(["Two", "One", "One"]);
    expect(lands(1)).not.toBe("One");
    expect(settingsOf(doc).language).toBe("de");
  });

  test("keeps notes, pictures, covers, and elements that end where they begin", () => {
    const { doc, index, pictures } = read({
      title: "Night log",
      files: {
        "text/cover.xhtml": `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1 1"><image width="1" height="1" xlink:href="../img/a b.png"/></svg>`,
        "text/one.xhtml": `<h1>One</h1><p><a id="x"/>Words<a epub:type="noteref" href="#n1">1</a> <img src="../img/a%20b.png" alt="A plan"/></p><div/><aside epub:type="footnote" id="n1"><p>The note.</p></aside>`,
      },
      other: { "OEBPS/img/a b.png": SMALL_PNG },
    });
    expect(index.notes.map(({ text }) => text)).toEqual(["The note."]);
    expect(pictures.size).toBe(1);
    expect(doc.textContent).toContain("Words");
    expect(documentTitle(doc)).toBe("Night log");
  });

  test("keeps words in marked sections, and takes as long as it is long where signs never end", () => {
    const bytes = epubFile({
      files: {
        "a.xhtml": `<p>one <![CDATA[<two> & three]]><?go on?> four</p><p>${"<? ".repeat(60_000)}</p>`,
        "b.xhtml": `<p>${"<svg ".repeat(60_000)}</p><p>${'<a b="'.repeat(60_000)}</p>`,
      },
    });
    const taken = cpuTime(() => {
      const result = readFile("book.epub", bytes);
      expect(result.ok && result.manuscript.doc.textContent).toContain("one <two> & three four");
    });
    expect(taken).toBeLessThan(10_000);
  });

  test("is read though it is packed a folder too deep", () => {
    expect(read({ within: "book/", files: { "a.xhtml": "<p>Words</p>" } }).doc.textContent).toBe("Words");
  });

  test.each([
    ["without a container", { "META-INF/container.xml": "" }, /container/],
    [
      "under rights management",
      {
        "META-INF/encryption.xml": `<encryption xmlns="urn:oasis:names:tc:opendocument:xmlns:container" xmlns:enc="http://www.w3.org/2001/04/xmlenc#"><enc:EncryptedData><enc:EncryptionMethod Algorithm="http://www.w3.org/2001/04/xmlenc#aes128-cbc"/></enc:EncryptedData></encryption>`,
      },
      /rights management/,
    ],
  ])("%s is refused in one sentence", (_, other, why) => {
    const result = readFile("x.epub", epubFile({ files: { "a.xhtml": "<p>a</p>" }, other }));
    expect(result).toMatchObject({ ok: false, error: { reason: expect.stringMatching(why) } });
  });
});
