import {
  documentTitle,
  pageLineParts,
  setupOf,
  type LinePair,
  type Numerals,
  type PageLine,
  type PageLines,
  type PageSection,
  type Paper,
} from "@/core/document";
import { numeralsType } from "@/core/model/list-count";
import { placedMenus } from "@/core/wayfinding";
import { distanceFromEdge, EMPTY_LINES, thirdsUsed } from "../office/page-line";
import { escapeXml } from "../xml/escape-xml";
import { round } from "./automatic-styles";
import { menuLine } from "./contents-xml";
import { madeLink } from "./inline-xml";
import type { OdtOutput } from "./odt-output";
import { wordsXml } from "./words-xml";

/** How pages of a part of the document are. */
interface Kind {
  readonly paper: Paper;
  readonly lines: PageLines;
  readonly numerals: Numerals;
  /** Whether such a page is always a right-hand one. */
  readonly rightHand: boolean;
}

/** The kinds of pages of a document (ISO 26300-1, 16.9): the first is called Standard. */
export class WrittenPages {
  private readonly layouts: string[] = [];
  private readonly masters: string[] = [];
  private readonly known = new Map<string, string>();
  private readonly rooms = new Map<number, string>();

  constructor(private readonly output: OdtOutput) {}

  /** The kind of the first pages, and how they are counted. */
  first(numerals: Numerals): string {
    const { page } = this.output.sheet;
    return this.named(
      { paper: setupOf(this.output.sheet), lines: page, numerals, rightHand: false },
      !page.onFirst,
    );
  }

  /** The kind of pages from a break on. */
  from({ paper, lines, numbering, rightHand }: PageSection): string {
    const own = {
      paper: paper ?? setupOf(this.output.sheet),
      lines: lines ?? this.output.sheet.page,
      numerals: numbering?.numerals ?? "decimal",
      rightHand,
    };
    return this.named(own, lines !== null && !lines.onFirst);
  }

  /** The kind of the body behind front matter that is counted in roman numbers. */
  body(rightHand: boolean): string {
    const { page } = this.output.sheet;
    return this.named(
      { paper: setupOf(this.output.sheet), lines: page, numerals: "decimal", rightHand },
      false,
    );
  }

  get layoutsXml(): string {
    return this.layouts.join("");
  }

  get mastersXml(): string {
    return this.masters.join("");
  }

  /** The name of a kind of pages; one with a first page of its own is followed by the others. */
  private named(kind: Kind, hasFirst: boolean): string {
    const key = JSON.stringify([kind, hasFirst]);
    const known = this.known.get(key);
    if (known !== undefined) return known;
    const { lines } = kind;
    const usual = hasFirst ? this.named(kind, false) : null;
    const number = this.masters.length + 1;
    const name = number === 1 ? "Standard" : `Page_20_${number}`;
    const layout = `Layout${number}`;
    this.layouts.push(layoutXml(layout, kind));
    const own = hasFirst ? (lines.first ?? EMPTY_LINES) : lines;
    const next = usual === null ? "" : ` style:next-style-name="${usual}"`;
    this.masters.push(
      `<style:master-page style:name="${name}" style:display-name="${name.replace("_20_", " ")}" style:page-layout-name="${layout}"${next}>${this.linesXml(own, hasFirst ? undefined : lines.even, kind.paper)}</style:master-page>`,
    );
    this.known.set(key, name);
    return name;
  }

  private linesXml(pair: LinePair, even: LinePair | undefined, { width, margins }: Paper): string {
    const room = width - margins.left - margins.right;
    return (["header", "footer"] as const)
      .map((which) => {
        const usual = `<style:${which}>${this.lineXml(pair[which], which, room)}</style:${which}>`;
        return even
          ? `${usual}<style:${which}-left>${this.lineXml(even[which], which, room)}</style:${which}-left>`
          : usual;
      })
      .join("");
  }

  private lineXml(line: PageLine, which: "header" | "footer", room: number): string {
    const style = `${which === "header" ? "Header" : "Footer"}${this.roomNumber(room)}`;
    const content = thirdsUsed(line)
      .map((words) => this.wordsXml(words))
      .join("<text:tab/>");
    const menus = placedMenus(this.output.index, which).map(
      (menu) => `<text:p text:style-name="${style}">${menuLine(menu, this.output)}</text:p>`,
    );
    return `<text:p text:style-name="${style}">${content}</text:p>${menus.join("")}`;
  }

  private roomNumber(room: number): number {
    const known = [...this.rooms.keys()].indexOf(room);
    if (known >= 0) return known + 1;
    const number = this.rooms.size + 1;
    const stops = `<style:tab-stops><style:tab-stop style:position="${round(room / 2)}pt" style:type="center"/><style:tab-stop style:position="${round(room)}pt" style:type="right"/></style:tab-stops>`;
    this.rooms.set(
      room,
      ["Header", "Footer"]
        .map(
          (name) =>
            `<style:style style:name="${name}${number}" style:family="paragraph" style:parent-style-name="${name}"><style:paragraph-properties>${stops}</style:paragraph-properties></style:style>`,
        )
        .join(""),
    );
    return number;
  }

  /** The styles of the lines of pages, by the room that they have. */
  get lineStylesXml(): string {
    return [...this.rooms.values()].join("");
  }

  private wordsXml(words: string): string {
    return pageLineParts(words)
      .map((part) => {
        switch (part) {
          case "{page}":
            return '<text:page-number text:select-page="current">1</text:page-number>';
          case "{pages}":
            return `<text:page-count>${this.output.pageCount ?? 1}</text:page-count>`;
          case "{title}":
            return `<text:title>${escapeXml(documentTitle(this.output.index.doc))}</text:title>`;
          case "{section}":
            return '<text:chapter text:display="name" text:outline-level="1"/>';
          case "{contents}":
            return this.contentsLink();
          default:
            return wordsXml(part);
        }
      })
      .join("");
  }

  private contentsLink(): string {
    const home = this.output.linkHome();
    return home ? madeLink(home.name, wordsXml(home.words)) : "";
  }
}

function layoutXml(name: string, { paper, numerals, rightHand }: Kind): string {
  const { width, height, margins, columns } = paper;
  const edge = (margin: number) => round(distanceFromEdge(margin));
  const inner = columns
    ? `<style:columns fo:column-count="${columns.count}" fo:column-gap="${round(columns.gap)}pt"/>`
    : "";
  const [top, bottom] = [edge(margins.top), edge(margins.bottom)];
  const line = (which: string, margin: number, own: number, side: string) =>
    `<style:${which}-style><style:header-footer-properties fo:min-height="${round(Math.max(0, margin - own))}pt" fo:margin-${side}="0pt"/></style:${which}-style>`;
  return `<style:page-layout style:name="${name}"${rightHand ? ' style:page-usage="right"' : ""}><style:page-layout-properties fo:page-width="${round(width)}pt" fo:page-height="${round(height)}pt" style:num-format="${numeralsType(numerals)}" style:print-orientation="${width > height ? "landscape" : "portrait"}" fo:margin-top="${top}pt" fo:margin-bottom="${bottom}pt" fo:margin-left="${round(margins.left)}pt" fo:margin-right="${round(margins.right)}pt">${inner}</style:page-layout-properties>${line("header", margins.top, top, "bottom")}${line("footer", margins.bottom, bottom, "top")}</style:page-layout>`;
}
