import {
  columnWidth,
  PLAIN_SECTION,
  setupOf,
  textHeight,
  type PageLines,
  type PageSection,
  type Paper,
  type StyleSheet,
} from "@/core/document";

/** A section of pages as it is laid out: what it has of its own, and for the rest what the document has. */
export interface PagedSection {
  /** The first block that stands on its pages. */
  readonly block: number;
  /** The first flow that does. */
  readonly flow: number;
  readonly own: PageSection;
  readonly paper: Paper;
  readonly lines: PageLines;
  readonly rightHand: boolean;
  /** Width of a column and height of the text, in points. */
  readonly width: number;
  readonly height: number;
  /** Blocks are set alike in sections with the same room. A number of width and height, since it is compared for each block. */
  readonly room: number;
}

/** The section that begins with a block. */
export function pagedSection(sheet: StyleSheet, own: PageSection, block: number, flow: number): PagedSection {
  const setup = setupOf(sheet);
  const paper = own.paper ?? setup;
  const [width, height] = [columnWidth(paper), textHeight(paper)];
  return {
    block,
    flow,
    own,
    paper,
    lines: own.lines ?? sheet.page,
    rightHand: setup.rightHand,
    width,
    height,
    room: Math.round(width * 1_000) * 1e8 + Math.round(height * 1_000),
  };
}

/** The section with which a document begins. */
export function firstSection(sheet: StyleSheet): PagedSection {
  return pagedSection(sheet, PLAIN_SECTION, 0, 0);
}

/** Whether the pages of sections are filled alike, wherever they begin. */
export function fillAlike(a: readonly PagedSection[], b: readonly PagedSection[]): boolean {
  return (
    a.length === b.length &&
    a.every(({ room, own, paper, rightHand }, i) => {
      const other = b[i]!;
      return (
        room === other.room &&
        paper.columns?.count === other.paper.columns?.count &&
        rightHand === other.rightHand &&
        own.rightHand === other.own.rightHand
      );
    })
  );
}
