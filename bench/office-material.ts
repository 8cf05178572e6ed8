import type { Node } from "prosemirror-model";
import { asKind, asMark, isKind, lineOf } from "@/core/document";
import { indexDocument } from "@/core/index";
import { docxFile, HEADING_STYLES, marked } from "#tests/docx-file";
import { epubFile } from "#tests/epub-file";
import { odtFile } from "#tests/odt-file";
import { material } from "./material";

/** How the parts of a text are written in one form of XML. */
interface Writing {
  heading(level: number, anchor: string, words: string): string;
  paragraph(words: string, quoted: boolean): string;
  words(text: string, strong: boolean, link: string | null): string;
  item(words: string): string;
  list(items: string): string;
  table(rows: readonly (readonly string[])[]): string;
}

const escape = (text: string) => text.replace(/&/g, "&amp;").replace(/</g, "&lt;");

/** Each word processor writes some properties on each run and paragraph that say nothing. */
const docx = (): Writing => {
  let id = 0;
  const run = (text: string, strong: boolean) =>
    `<w:r w:rsidR="00A1B2C3"><w:rPr><w:rFonts w:ascii="Liberation Serif" w:hAnsi="Liberation Serif"/>${strong ? "<w:b/>" : ""}<w:lang w:val="en-GB"/></w:rPr><w:t xml:space="preserve">${escape(text)}</w:t></w:r>`;
  const paragraph = (words: string, style: string) =>
    `<w:p w:rsidR="00A1B2C3" w:rsidRDefault="00A1B2C3"><w:pPr>${style}</w:pPr>${words}</w:p>`;
  return {
    heading: (level, anchor, words) =>
      paragraph(marked(++id, anchor, run(words, false)), `<w:pStyle w:val="Heading${level}"/>`),
    paragraph: (words, quoted) => paragraph(words, quoted ? '<w:pStyle w:val="Quote"/>' : ""),
    words: (text, strong, link) =>
      link ? `<w:hyperlink w:anchor="${link}">${run(text, strong)}</w:hyperlink>` : run(text, strong),
    item: (words) => paragraph(words, '<w:numPr><w:ilvl w:val="0"/><w:numId w:val="1"/></w:numPr>'),
    list: (items) => items,
    table: (rows) =>
      `<w:tbl><w:tblGrid/>${rows.map((cells) => `<w:tr>${cells.map((cell) => `<w:tc><w:tcPr/>${paragraph(run(cell, false), "")}</w:tc>`).join("")}</w:tr>`).join("")}</w:tbl>`,
  };
};

const ODT: Writing = {
  heading: (level, anchor, words) =>
    `<text:h text:outline-level="${level}"><text:bookmark-start text:name="${anchor}"/>${escape(words)}<text:bookmark-end text:name="${anchor}"/></text:h>`,
  paragraph: (words, quoted) => `<text:p text:style-name="${quoted ? "Quotations" : "P1"}">${words}</text:p>`,
  words: (text, strong, link) => {
    const span = `<text:span text:style-name="${strong ? "T1" : "T2"}">${escape(text)}</text:span>`;
    return link ? `<text:a xlink:type="simple" xlink:href="#${link}">${span}</text:a>` : span;
  },
  item: (words) => `<text:list-item><text:p text:style-name="P1">${words}</text:p></text:list-item>`,
  list: (items) => `<text:list text:style-name="L1">${items}</text:list>`,
  table: (rows) =>
    `<table:table>${rows.map((cells) => `<table:table-row>${cells.map((cell) => `<table:table-cell><text:p>${escape(cell)}</text:p></table:table-cell>`).join("")}</table:table-row>`).join("")}</table:table>`,
};

const XHTML: Writing = {
  heading: (level, anchor, words) => `<h${level} id="${anchor}">${escape(words)}</h${level}>\n`,
  paragraph: (words, quoted) =>
    quoted ? `<blockquote><p>${words}</p></blockquote>\n` : `<p class="x">${words}</p>\n`,
  words: (text, strong, link) => {
    const written = strong ? `<b>${escape(text)}</b>` : escape(text);
    return link ? `<a href="#${link}">${written}</a>` : written;
  },
  item: (words) => `<li>${words}</li>`,
  list: (items) => `<ul>${items}</ul>\n`,
  table: (rows) =>
    `<table>${rows.map((cells) => `<tr>${cells.map((cell) => `<td>${escape(cell)}</td>`).join("")}</tr>`).join("")}</table>\n`,
};

/** The blocks of a generated text in a form of XML, as somebody else's program would write them. */
function written(pages: number, writing: Writing): string[] {
  const { doc } = material(pages).manuscript;
  const { anchors } = indexDocument(doc);
  const inline = (node: Node) => {
    let words = "";
    node.forEach((child) => {
      const link = child.marks.map((mark) => asMark(mark, "link")).find((found) => found !== null);
      const target = link?.target.kind === "destination" ? (anchors.of(link.target.id) ?? null) : null;
      const strong = child.marks.some((mark) => asMark(mark, "strong"));
      if (child.isText) words += writing.words(child.text!, strong, target);
    });
    return words;
  };
  return doc.content.content.map((block) => {
    const heading = asKind(block, "heading");
    if (heading) return writing.heading(heading.level, anchors.of(heading.id!) ?? "", lineOf(block));
    if (isKind(block, "bullet_list"))
      return writing.list(block.content.content.map((item) => writing.item(inline(item.child(0)))).join(""));
    if (isKind(block, "table"))
      return writing.table(block.child(1).content.content.map((row) => row.content.content.map(lineOf)));
    if (isKind(block, "quotation")) return writing.paragraph(inline(block.child(0)), true);
    return writing.paragraph(inline(block), false);
  });
}

export function docxBytes(pages: number): Uint8Array {
  return docxFile({
    styles: `<w:style w:type="paragraph" w:default="1" w:styleId="Normal"><w:name w:val="Normal"/></w:style><w:style w:type="paragraph" w:styleId="Quote"><w:name w:val="Quote"/></w:style>${HEADING_STYLES}`,
    numbering: `<w:abstractNum w:abstractNumId="0"><w:lvl w:ilvl="0"><w:numFmt w:val="bullet"/><w:lvlText w:val="•"/></w:lvl></w:abstractNum><w:num w:numId="1"><w:abstractNumId w:val="0"/></w:num>`,
    body: written(pages, docx()).join(""),
  });
}

export function odtBytes(pages: number): Uint8Array {
  const style = (name: string, family: string, more = "") =>
    `<style:style style:name="${name}" style:family="${family}"${family === "paragraph" ? ' style:parent-style-name="Standard"' : ""}>${more}</style:style>`;
  return odtFile({
    automatic:
      style("P1", "paragraph") +
      style("T1", "text", '<style:text-properties fo:font-weight="bold"/>') +
      style("T2", "text", '<style:text-properties fo:language="en" fo:country="GB"/>'),
    styles: style("Quotations", "paragraph"),
    text: written(pages, ODT).join(""),
  });
}

/** A book with a file for each ten pages or so. */
export function epubBytes(pages: number): Uint8Array {
  const blocks = written(pages, XHTML);
  const size = Math.ceil(blocks.length / Math.max(1, Math.round(pages / 10)));
  const files: Record<string, string> = {};
  for (let at = 0; at < blocks.length; at += size)
    files[`part-${at / size + 1}.xhtml`] = blocks.slice(at, at + size).join("");
  return epubFile({ files });
}
