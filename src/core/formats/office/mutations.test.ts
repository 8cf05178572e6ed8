import { expect, test } from "@jest/globals";
import { docxFile, drawing, field, h, HEADING_STYLES, marked, p, r } from "#tests/docx-file";
import { epubFile } from "#tests/epub-file";
import { mutatedArchive } from "#tests/mutated";
import { odtFile } from "#tests/odt-file";
import { randomNumbers } from "#tests/random-numbers";
import { runs } from "#tests/runs";
import { SMALL_PNG } from "#tests/small-picture";
import { readFile, writeFile } from "..";

const cell = (words: string, properties = "") => `<w:tc><w:tcPr>${properties}</w:tcPr>${p(r(words))}</w:tc>`;
const DOCX = docxFile({
  styles: `<w:style w:type="paragraph" w:default="1" w:styleId="Normal"><w:name w:val="Normal"/></w:style>${HEADING_STYLES}`,
  numbering: `<w:abstractNum w:abstractNumId="0"><w:lvl w:ilvl="0"><w:numFmt w:val="decimal"/><w:lvlText w:val="%1."/></w:lvl></w:abstractNum><w:num w:numId="1"><w:abstractNumId w:val="0"/></w:num>`,
  media: { "pic.png": SMALL_PNG },
  links: { web: "https://paper.example/", harm: "javascript:alert(1)" },
  footnotes: `<w:footnote w:id="1">${p(r("A note."))}</w:footnote>`,
  body:
    p(field('TOC \\o "1-2"', "Old")) +
    h(1, marked(1, "_Toc1", r("One"))) +
    p(
      `${r("a ")}<w:hyperlink r:id="web">${r("web")}</w:hyperlink><w:hyperlink r:id="harm">${r("harm")}</w:hyperlink>${field("REF _Toc1 \\h", "One")}<w:r><w:footnoteReference w:id="1"/></w:r><m:oMath><m:f><m:num><m:r><m:t>a</m:t></m:r></m:num><m:den><m:r><m:t>b</m:t></m:r></m:den></m:f></m:oMath>`,
    ) +
    p(drawing("pic", "A plan")) +
    p(`${r("Figure ")}${field("SEQ Figure", "1")}${r(": Plan")}`) +
    p(r("item"), '<w:numPr><w:ilvl w:val="0"/><w:numId w:val="1"/></w:numPr>') +
    `<w:tbl><w:tblGrid/><w:tr>${cell("a", '<w:vMerge w:val="restart"/>')}${cell("b")}</w:tr><w:tr>${cell("", "<w:vMerge/>")}${cell("c")}</w:tr></w:tbl>` +
    `<w:sectPr><w:pgSz w:w="12240" w:h="15840"/></w:sectPr>`,
});
const ODT = odtFile({
  other: { "Pictures/a.png": SMALL_PNG },
  automatic: `<style:style style:name="T1" style:family="text"><style:text-properties fo:font-weight="bold"/></style:style>`,
  text: `<text:table-of-content><text:table-of-content-source/><text:index-body><text:p>old</text:p></text:index-body></text:table-of-content><text:h text:outline-level="1"><text:bookmark-start text:name="_R"/>One<text:bookmark-end text:name="_R"/></text:h><text:p>a <text:span text:style-name="T1">b</text:span><text:a xlink:href="javascript:x">c</text:a><text:bookmark-ref text:ref-name="_R">One</text:bookmark-ref><text:note text:id="n"><text:note-body><text:p>note</text:p></text:note-body></text:note></text:p><text:list><text:list-item><text:p>i</text:p></text:list-item></text:list><table:table><table:table-row><table:table-cell table:number-columns-repeated="2"><text:p>x</text:p></table:table-cell></table:table-row></table:table><text:p><draw:frame><draw:image xlink:href="Pictures/a.png"/></draw:frame></text:p>`,
});
const EPUB = epubFile({
  files: {
    "one.xhtml": `<h1 id="a">One</h1><p onclick="x()"><a href="two.xhtml#b">two</a><script>x</script><img src="p.png" alt="A plan"/></p>`,
    "two.xhtml": `<h1>Two</h1><p id="b"><a href="javascript:x">x</a></p>`,
  },
  other: { "OEBPS/p.png": SMALL_PNG },
});

test.each([
  ["a.docx", DOCX],
  ["a.odt", ODT],
  ["a.epub", EPUB],
])("%s that is damaged is read, or refused in a sentence; nothing active comes of it", (name, whole) => {
  const seed = name.length;
  let read = 0;
  for (let run = 0; run < runs(60); run++) {
    const result = readFile(name, mutatedArchive(whole, randomNumbers(seed * 1_000 + run)));
    if (!result.ok) expect(result.error.reason).toMatch(/^\S.*[.!]$/s);
    else {
      read++;
      result.manuscript.doc.check();
      expect(writeFile(result.manuscript, "html").text).not.toMatch(/<script|javascript:|\son\w+\s*=/i);
    }
  }
  // Where all were refused, nothing was tried.
  expect(read).toBeGreaterThan(runs(60) / 5);
});
