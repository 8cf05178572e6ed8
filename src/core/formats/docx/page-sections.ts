import {
  FIRST_SETUP,
  hasRoom,
  PAPERS,
  pageSectionSchema,
  type PageLines,
  type PageNumbering,
  type PageRule,
  type PageSection,
  type Paper,
} from "@/core/document";
import { childNamed, childrenNamed, elementsIn, type XmlElement } from "../xml/element";
import { isOn } from "./names";
import { numeralsOf } from "./numerals";
import { NO_LINE, type LineOf } from "./page-lines";
import { points } from "./style-table";

/** How a section of pages is set up in a file. */
interface WrittenSection {
  readonly element: XmlElement;
  readonly paper: Paper;
  readonly lines: PageLines;
  readonly numbering: PageNumbering | null;
  readonly begins: "continuous" | "page" | "right-hand page";
}

/** The sections of pages of a file. A section's properties stand at its end; those of the first are the document's. */
export class PageSections {
  private readonly sections: readonly WrittenSection[];

  constructor(
    body: XmlElement | null,
    settings: XmlElement | null,
    lineAt: LineOf,
    /** Whether Gate Rope wrote the file. */
    private readonly isOwn: boolean,
  ) {
    const twoSided = childNamed(settings, "w:evenAndOddHeaders");
    const even = twoSided !== null && isOn(twoSided.attributes["w:val"]);
    let before: ReadonlyMap<string, string> = new Map();
    this.sections = propertiesIn(body).map((element) => {
      // What a section does not say of its lines is as in the one before.
      const ids = new Map(before);
      for (const { name, attributes } of elementsIn(element))
        if (name === "w:headerReference" || name === "w:footerReference")
          ids.set(`${name} ${attributes["w:type"] ?? "default"}`, attributes["r:id"] ?? "");
      before = ids;
      return writtenSection(element, linesOf(element, ids, even, lineAt));
    });
  }

  /** How the pages of the document are. */
  get rule(): PageRule {
    const first = this.sections[0];
    if (!first) return { header: NO_LINE, footer: NO_LINE, onFirst: true };
    const roman = this.hasRomanFront;
    const rightHand = this.sections.slice(1).some(({ begins }) => begins === "right-hand page");
    return { ...first.lines, setup: { ...first.paper, rightHand, romanFront: roman } };
  }

  /** What begins behind the section of these properties; null where its pages go on as they are. */
  after(element: XmlElement): PageSection | null {
    const at = this.sections.findIndex((section) => section.element === element);
    const [first, next] = [this.sections[0], this.sections[at + 1]];
    if (at < 0 || !next || !first) return null;
    const paper = isSame(next.paper, first.paper) ? null : next.paper;
    if (next.begins === "continuous" && isSame(next.paper, this.sections[at]!.paper)) return null;
    // The body behind front matter in roman numbers begins a page by itself.
    const isBody =
      this.isOwn &&
      at === 0 &&
      this.hasRomanFront &&
      next.numbering?.numerals === "decimal" &&
      next.numbering.from === 1;
    const lines = isSame(asOnFirst(next.lines, first.lines), first.lines) ? null : next.lines;
    if (isBody && !paper && !lines) return null;
    const section = {
      paper,
      lines,
      numbering: next.numbering,
      rightHand: next.begins === "right-hand page",
    };
    return pageSectionSchema.safeParse(section).data ?? null;
  }

  /** Whether the pages before the first section are counted in roman numbers. */
  private get hasRomanFront(): boolean {
    return this.sections[0]?.numbering?.numerals === "lower-roman" && this.sections.length > 1;
  }

  get textWidth(): number {
    const { width, margins } = this.sections[0]?.paper ?? FIRST_SETUP;
    return width - margins.left - margins.right;
  }
}

/** Lines without a first page of their own stand beside those of the document, whose first page may have one. */
function asOnFirst(lines: PageLines, { onFirst, first }: PageLines): PageLines {
  if (!lines.onFirst) return lines;
  const { header, footer, even } = lines;
  return { header, footer, onFirst, ...(first && { first }), ...(even && { even }) };
}

function propertiesIn(body: XmlElement | null): XmlElement[] {
  const found: XmlElement[] = [];
  for (const child of elementsIn(body)) {
    if (child.name === "w:sectPr") found.push(child);
    else if (child.name === "w:p") found.push(...childrenNamed(childNamed(child, "w:pPr"), "w:sectPr"));
    else if (child.name === "w:sdt" || child.name === "w:sdtContent") found.push(...propertiesIn(child));
  }
  return found;
}

function writtenSection(element: XmlElement, lines: PageLines): WrittenSection {
  const size = childNamed(element, "w:pgSz")?.attributes ?? {};
  const margins = childNamed(element, "w:pgMar")?.attributes ?? {};
  const columns = childNamed(element, "w:cols")?.attributes ?? {};
  const side = (written: string | undefined, otherwise: number) =>
    written === undefined ? otherwise : Math.abs(Math.round(points(written) * 100) / 100);
  const count = Math.min(Number(columns["w:num"]) || 1, 4);
  const paper: Paper = {
    width: exactSide(side(size["w:w"], FIRST_SETUP.width)),
    height: exactSide(side(size["w:h"], FIRST_SETUP.height)),
    margins: {
      top: side(margins["w:top"], 72),
      right: side(margins["w:right"] ?? margins["w:end"], 72),
      bottom: side(margins["w:bottom"], 72),
      left: side(margins["w:left"] ?? margins["w:start"], 72),
    },
    ...(count > 1 && { columns: { count, gap: side(columns["w:space"], 36) } }),
  };
  const type = childNamed(element, "w:type")?.attributes["w:val"];
  const counted = childNamed(element, "w:pgNumType")?.attributes ?? {};
  const numerals = numeralsOf(counted["w:fmt"]);
  const from =
    counted["w:start"] === undefined ? null : Math.max(Math.trunc(Number(counted["w:start"])) || 0, 0);
  return {
    element,
    paper: isPossible(paper) ? paper : { ...FIRST_SETUP },
    lines,
    numbering: counted["w:fmt"] !== undefined || from !== null ? { numerals, from } : null,
    begins: type === "continuous" ? "continuous" : type === "oddPage" ? "right-hand page" : "page",
  };
}

/** The side of a paper that has a name is as long as its standard says, not as long as twentieths of a point can say. */
function exactSide(length: number): number {
  const named = Object.values(PAPERS).flatMap(({ width, height }) => [width, height]);
  return named.find((side) => Math.abs(side - length) < 0.06) ?? length;
}

function isPossible(paper: Paper): boolean {
  return (
    pageSectionSchema.safeParse({ paper, lines: null, numbering: null, rightHand: false }).success &&
    hasRoom(paper)
  );
}

function linesOf(
  element: XmlElement,
  ids: ReadonlyMap<string, string>,
  even: boolean,
  lineAt: LineOf,
): PageLines {
  const line = (which: "header" | "footer", type: string) => {
    const id = ids.get(`w:${which}Reference ${type}`);
    return (id && lineAt(id)) || NO_LINE;
  };
  const pair = (type: string) => ({ header: line("header", type), footer: line("footer", type) });
  const titlePage = childNamed(element, "w:titlePg");
  const ownFirst = titlePage !== null && isOn(titlePage.attributes["w:val"]);
  const first = pair("first");
  return {
    ...pair("default"),
    onFirst: !ownFirst,
    ...(ownFirst && !isSame(first, { header: NO_LINE, footer: NO_LINE }) && { first }),
    ...(even && { even: pair("even") }),
  };
}

function isSame(one: unknown, other: unknown): boolean {
  return JSON.stringify(one) === JSON.stringify(other);
}
