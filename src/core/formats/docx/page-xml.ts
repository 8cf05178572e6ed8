import {
  documentTitle,
  pageLineParts,
  setupOf,
  type LinePair,
  type PageLine,
  type PageLines,
  type PageNumbering,
  type PageSection,
  type Paper,
} from "@/core/document";
import { placedMenus } from "@/core/wayfinding";
import { distanceFromEdge, EMPTY_LINES, thirdsUsed } from "../office/page-line";
import { XML_DECLARATION } from "../xml/escape-xml";
import { menuLine } from "./contents-xml";
import type { DocxOutput } from "./docx-output";
import { fieldXml } from "./fields-xml";
import { madeLink } from "./inline-xml";
import { FORMAT_OF } from "./numerals";
import { paragraphXml } from "./paragraph-xml";
import { TEXT_NAMESPACES, textType, WrittenRelationships, type WrittenPart } from "./parts";
import { runXml } from "./run-xml";
import { twentieths } from "./styles-xml";

/** How pages of a part of the document are. */
export interface WrittenPages {
  readonly paper: Paper;
  readonly lines: PageLines;
  readonly numbering: PageNumbering | null;
  readonly begins: "nextPage" | "oddPage";
  /** Whether its first page is the first of the document, or of a section with lines of its own. */
  readonly hasFirst: boolean;
}

/** What the pages of a document are before any section says otherwise. */
export function firstPages(output: DocxOutput, numbering: PageNumbering | null): WrittenPages {
  return {
    paper: setupOf(output.sheet),
    lines: output.sheet.page,
    numbering,
    begins: "nextPage",
    hasFirst: true,
  };
}

/** The pages from a break on. */
export function pagesFrom(
  { paper, lines, numbering, rightHand }: PageSection,
  output: DocxOutput,
): WrittenPages {
  return {
    paper: paper ?? setupOf(output.sheet),
    lines: lines ?? output.sheet.page,
    numbering,
    begins: rightHand ? "oddPage" : "nextPage",
    hasFirst: lines !== null,
  };
}

/** The headers and footers of a file, each a part of its own; the same words are written once. */
export class WrittenPageLines {
  readonly parts: WrittenPart[] = [];
  readonly relationships = new Map<string, WrittenRelationships>();
  private readonly known = new Map<string, string>();
  private readonly menus: Readonly<Record<"header" | "footer", readonly string[]>>;
  private hasEven = false;

  constructor(private readonly output: DocxOutput) {
    const linesOf = (at: "header" | "footer") =>
      placedMenus(output.index, at).map((menu) => menuLine(menu, output));
    this.menus = { header: linesOf("header"), footer: linesOf("footer") };
  }

  /** Whether left-hand pages have lines of their own anywhere. */
  get twoSided(): boolean {
    return this.hasEven;
  }

  /** The properties of a section (ISO 29500-1, 17.6.17), with references to its headers and footers. */
  sectionXml({ paper, lines, numbering, begins, hasFirst }: WrittenPages): string {
    const { width, height, margins, columns } = paper;
    const ownFirst = hasFirst && !lines.onFirst;
    const references = [
      ...this.references(lines, "default", paper),
      ...(ownFirst ? this.references(lines.first ?? EMPTY_LINES, "first", paper) : []),
      ...(lines.even ? this.references(lines.even, "even", paper) : []),
    ];
    if (lines.even) this.hasEven = true;
    const edge = (margin: number) => twentieths(distanceFromEdge(margin));
    return [
      "<w:sectPr>",
      ...references,
      `<w:type w:val="${begins}"/>`,
      `<w:pgSz w:w="${twentieths(width)}" w:h="${twentieths(height)}"${width > height ? ' w:orient="landscape"' : ""}/>`,
      `<w:pgMar w:top="${twentieths(margins.top)}" w:right="${twentieths(margins.right)}" w:bottom="${twentieths(margins.bottom)}" w:left="${twentieths(margins.left)}" w:header="${edge(margins.top)}" w:footer="${edge(margins.bottom)}" w:gutter="0"/>`,
      numbering
        ? `<w:pgNumType w:fmt="${FORMAT_OF[numbering.numerals]}"${numbering.from === null ? "" : ` w:start="${numbering.from}"`}/>`
        : "",
      columns ? `<w:cols w:num="${columns.count}" w:space="${twentieths(columns.gap)}"/>` : "",
      ownFirst ? "<w:titlePg/>" : "",
      "</w:sectPr>",
    ].join("");
  }

  private references(pair: LinePair, type: "default" | "first" | "even", paper: Paper): string[] {
    return (["header", "footer"] as const).map((which) => {
      const id = this.part(which, pair[which], paper);
      return `<w:${which}Reference w:type="${type}" r:id="${id}"/>`;
    });
  }

  private part(which: "header" | "footer", line: PageLine, { width, margins }: Paper): string {
    const room = width - margins.left - margins.right;
    const key = JSON.stringify([which, line, room]);
    const known = this.known.get(key);
    if (known) return known;
    const { output } = this;
    const number = this.parts.length + 1;
    const path = `word/${which}${number}.xml`;
    const around = output.relationships;
    const own = new WrittenRelationships();
    output.relationships = own;
    const root = which === "header" ? "hdr" : "ftr";
    const style = which === "header" ? "Header" : "Footer";
    const menus = this.menus[which].map((menu) => output.tagged("menu", paragraphXml({ style }, menu)));
    const content = lineXml(line, style, twentieths(room), output) + menus.join("");
    output.relationships = around;
    this.parts.push({
      path,
      type: textType(which),
      xml: `${XML_DECLARATION}<w:${root} ${TEXT_NAMESPACES}>${content}</w:${root}>`,
    });
    if (!own.isEmpty) this.relationships.set(path, own);
    const id = around.to(which, `${which}${number}.xml`);
    this.known.set(key, id);
    return id;
  }
}

/** What stands at the left, in the middle and at the right, with stops between. */
function lineXml(line: PageLine, style: string, room: number, output: DocxOutput): string {
  const tabs = `<w:tab w:val="center" w:pos="${Math.round(room / 2)}"/><w:tab w:val="right" w:pos="${room}"/>`;
  const content = thirdsUsed(line)
    .map((words) => wordsXml(words, output))
    .join("<w:r><w:tab/></w:r>");
  return paragraphXml({ style, tabs }, content);
}

function wordsXml(words: string, output: DocxOutput): string {
  return pageLineParts(words)
    .map((part) => {
      switch (part) {
        case "{page}":
          return fieldXml("PAGE", runXml("1", ""));
        case "{pages}":
          return fieldXml("NUMPAGES", runXml(String(output.pageCount ?? 1), ""));
        case "{title}":
          return fieldXml("TITLE", runXml(documentTitle(output.index.doc) || " ", ""));
        case "{section}":
          return fieldXml("STYLEREF 1", runXml(" ", ""));
        case "{contents}":
          return contentsLink(output);
        default:
          return runXml(part, "");
      }
    })
    .join("");
}

function contentsLink(output: DocxOutput): string {
  const home = output.linkHome();
  return home ? madeLink(home.name, runXml(home.words, "")) : "";
}
