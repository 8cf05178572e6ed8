import {
  FIRST_SETUP,
  pageSectionSchema,
  type Numerals,
  type PageLine,
  type PageRule,
  type PageSection,
  type Paper,
} from "@/core/document";
import { numeralsFrom } from "@/core/model/list-count";
import { ownEntry } from "@/core/own-entry";
import { pointsOf } from "../office/lengths";
import { childNamed, elementsIn, type XmlElement } from "../xml/element";

const NO_LINE: PageLine = ["", "", ""];

interface MasterPage {
  readonly paper: Paper;
  readonly header: PageLine;
  readonly footer: PageLine;
  readonly even: { readonly header: PageLine; readonly footer: PageLine } | null;
  readonly numerals: Numerals;
}

/** The kinds of pages of a file (ISO 26300-1, 16.9): that of its first paragraph is the document's. */
export class MasterPages {
  private readonly pages = new Map<string, MasterPage>();
  private readonly first: MasterPage | null;

  constructor(styles: XmlElement | null, first: string | null, title: string) {
    const layouts = new Map<string, XmlElement>();
    for (const layout of elementsIn(childNamed(styles, "office:automatic-styles")))
      if (layout.name === "style:page-layout") layouts.set(layout.attributes["style:name"] ?? "", layout);
    for (const page of elementsIn(childNamed(styles, "office:master-styles"))) {
      if (page.name !== "style:master-page") continue;
      const layout = layouts.get(page.attributes["style:page-layout-name"] ?? "");
      this.pages.set(page.attributes["style:name"] ?? "", pageOf(page, layout ?? null, title));
    }
    this.first = (first !== null && this.pages.get(first)) || this.pages.get("Standard") || null;
  }

  /** How the pages of the document are. */
  get rule(): PageRule {
    const page = this.first;
    if (!page) return { header: NO_LINE, footer: NO_LINE, onFirst: true };
    const { paper, header, footer, even } = page;
    return {
      header,
      footer,
      onFirst: true,
      ...(even && { even }),
      setup: { ...paper, rightHand: false, romanFront: false },
    };
  }

  /** What begins where a page of a kind does; null where that is as the document's. */
  sectionOf(name: string): PageSection | null {
    const page = this.pages.get(name);
    if (!page || !this.first) return null;
    const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);
    const lines = [page.header, page.footer, page.even];
    const section: PageSection = {
      paper: same(page.paper, this.first.paper) ? null : page.paper,
      lines: same(lines, [this.first.header, this.first.footer, this.first.even])
        ? null
        : { header: page.header, footer: page.footer, onFirst: true, ...(page.even && { even: page.even }) },
      numbering: page.numerals === this.first.numerals ? null : { numerals: page.numerals, from: null },
      rightHand: false,
    };
    return section.paper || section.lines || section.numbering ? section : null;
  }

  get textWidth(): number {
    const { width, margins } = this.first?.paper ?? FIRST_SETUP;
    return width - margins.left - margins.right;
  }
}

function pageOf(page: XmlElement, layout: XmlElement | null, title: string): MasterPage {
  const properties = childNamed(layout, "style:page-layout-properties");
  const { attributes = {} } = properties ?? {};
  const length = (name: string, otherwise: number) =>
    Math.round((pointsOf(attributes[name]) ?? otherwise) * 100) / 100;
  const all = length("fo:margin", 57);
  const columns = childNamed(properties, "style:columns")?.attributes ?? {};
  const count = Math.min(Number(columns["fo:column-count"]) || 1, 4);
  const paper: Paper = {
    width: length("fo:page-width", FIRST_SETUP.width),
    height: length("fo:page-height", FIRST_SETUP.height),
    margins: {
      top: length("fo:margin-top", all),
      right: length("fo:margin-right", all),
      bottom: length("fo:margin-bottom", all),
      left: length("fo:margin-left", all),
    },
    ...(count > 1 && { columns: { count, gap: pointsOf(columns["fo:column-gap"]) ?? 18 } }),
  };
  const possible = pageSectionSchema.safeParse({
    paper,
    lines: null,
    numbering: null,
    rightHand: false,
  }).success;
  const line = (name: string) => {
    const element = childNamed(page, name);
    return element && element.attributes["style:display"] !== "false" ? lineOf(element, title) : null;
  };
  const [evenHeader, evenFooter] = [line("style:header-left"), line("style:footer-left")];
  const [header, footer] = [line("style:header") ?? NO_LINE, line("style:footer") ?? NO_LINE];
  return {
    paper: possible ? paper : { ...FIRST_SETUP },
    header,
    footer,
    even: evenHeader || evenFooter ? { header: evenHeader ?? header, footer: evenFooter ?? footer } : null,
    numerals: numeralsFrom(attributes["style:num-format"], null) ?? "decimal",
  };
}

const FIELDS: Readonly<Record<string, string>> = {
  "text:page-number": "{page}",
  "text:page-count": "{pages}",
  "text:chapter": "{section}",
  "text:title": "{title}",
};

/** The words of a header or footer, parted by tabs; fields become what makes the same words again. */
function lineOf(root: XmlElement, title: string): PageLine {
  const look = (element: XmlElement): string =>
    element.content
      .map((part) => {
        if (typeof part === "string") return part;
        const field = ownEntry(FIELDS, part.name);
        if (field) return field;
        if (part.name === "text:tab") return "\t";
        if (part.name === "text:s") return " ";
        return part.name === "text:a" && part.attributes["xlink:href"]?.startsWith("#")
          ? "{contents}"
          : look(part);
      })
      .join("");
  const parts: [string, string, string] = ["", "", ""];
  const pieces = look(root).split("\t");
  pieces.forEach((piece, i) => {
    const words = piece.replace(/\s+/g, " ").trim();
    const at = Math.min(i, 2);
    if (words !== "")
      parts[at] = `${parts[at]} ${words === title && title !== "" ? "{title}" : words}`.trim().slice(0, 500);
  });
  return parts;
}
