import { ownEntry } from "@/core/own-entry";
import { ALIGNMENTS } from "../office/alignments";
import { pointsOf } from "../office/lengths";
import type { ParagraphLook, RunLook, WrittenStyle } from "../office/written-style";
import { childNamed, elementsIn, type XmlElement } from "../xml/element";

type Family = "paragraph" | "text";

/** A style that a paragraph or words name: one with a name of its own, and what was set by hand on top of it. */
export interface NamedStyle {
  /** The style under whose name it is known; null for words without one. */
  readonly style: WrittenStyle | null;
  /** What was set by hand. */
  readonly byHand: Looks;
  /** The list its paragraphs are counted in, and the kind of page that begins with it. */
  readonly list: string | null;
  readonly page: string | null;
  readonly breaksPage: boolean;
}

interface Written {
  readonly element: XmlElement;
  readonly automatic: boolean;
}

interface Looks {
  readonly run: RunLook;
  readonly paragraph: ParagraphLook;
}

const NO_LOOK: Looks = { run: {}, paragraph: {} };

/** The styles of a file (ISO 26300-1, 16): those with names, and the automatic ones that hold what was set by hand. */
export class OdtStyles {
  private readonly written = new Map<string, Written>();
  private readonly defaults = new Map<Family, Looks>();
  private readonly columns = new Map<string, number>();
  private readonly fonts = new Map<string, string>();
  private readonly resolved = new Map<string, WrittenStyle>();
  private readonly known = new Map<string, NamedStyle>();
  /** The style of paragraphs that name none. */
  readonly body: WrittenStyle;

  constructor(roots: readonly (XmlElement | null)[]) {
    for (const root of roots) {
      for (const face of elementsIn(childNamed(root, "office:font-face-decls"))) {
        const family = face.attributes["svg:font-family"];
        if (family) this.fonts.set(face.attributes["style:name"] ?? "", family);
      }
      for (const kind of ["office:styles", "office:automatic-styles"])
        for (const element of elementsIn(childNamed(root, kind)))
          this.take(element, kind.includes("automatic"));
    }
    this.body = this.resolvedStyle("paragraph", "Standard") ?? {
      id: "",
      name: "Standard",
      own: false,
      ...(this.defaults.get("paragraph") ?? NO_LOOK),
    };
  }

  private take(element: XmlElement, automatic: boolean): void {
    const family = element.attributes["style:family"];
    if (family === "section") {
      const columns = childNamed(childNamed(element, "style:section-properties"), "style:columns");
      const count = Number(columns?.attributes["fo:column-count"]);
      if (count > 1) this.columns.set(element.attributes["style:name"] ?? "", count);
    }
    if (family !== "paragraph" && family !== "text") return;
    if (element.name === "style:default-style") this.defaults.set(family, this.looksOf(element));
    else if (element.name === "style:style") {
      const key = `${family} ${element.attributes["style:name"] ?? ""}`;
      if (!this.written.has(key) || automatic) this.written.set(key, { element, automatic });
    }
  }

  get language(): string | null {
    return this.body.run.language ?? null;
  }

  /** In how many columns a section stands by the name of its style. */
  columnsOf(section: string | undefined): number {
    return this.columns.get(section ?? "") ?? 1;
  }

  /** What a paragraph or words say by the name of their style. */
  named(family: Family, name: string | undefined): NamedStyle {
    const key = `${family} ${name ?? ""}`;
    let known = this.known.get(key);
    if (!known) this.known.set(key, (known = this.find(family, name)));
    return known;
  }

  private find(family: Family, name: string | undefined): NamedStyle {
    const found = name === undefined ? undefined : this.written.get(`${family} ${name}`);
    if (!found)
      return {
        style: family === "paragraph" ? this.body : null,
        byHand: NO_LOOK,
        list: null,
        page: null,
        breaksPage: false,
      };
    const { element, automatic } = found;
    const parent = element.attributes["style:parent-style-name"];
    const style = automatic
      ? parent
        ? this.resolvedStyle(family, parent)
        : null
      : this.resolvedStyle(family, name!);
    const properties = childNamed(element, "style:paragraph-properties")?.attributes ?? {};
    return {
      style: style ?? (family === "paragraph" ? this.body : null),
      byHand: automatic ? this.looksOf(element, style?.run.size) : NO_LOOK,
      list: this.inherited(family, name!, "style:list-style-name"),
      page: element.attributes["style:master-page-name"] || null,
      breaksPage: automatic && properties["fo:break-before"] === "page",
    };
  }

  /** An attribute of a style, or of the nearest it is based on; null where none says it. */
  private inherited(family: Family, name: string, attribute: string): string | null {
    for (const { element } of this.chain(family, name)) {
      const value = element.attributes[attribute];
      if (value !== undefined) return value || null;
    }
    return null;
  }

  /** A style and those it is based on, up to the last; styles may be based on each other in a circle. */
  private chain(family: Family, name: string): Written[] {
    const chain: Written[] = [];
    for (let at = this.written.get(`${family} ${name}`); at && !chain.includes(at) && chain.length < 64;) {
      chain.push(at);
      at = this.written.get(`${family} ${at.element.attributes["style:parent-style-name"] ?? ""}`);
    }
    return chain;
  }

  private resolvedStyle(family: Family, name: string): WrittenStyle | null {
    const key = `${family} ${name}`;
    const known = this.resolved.get(key);
    if (known) return known;
    const chain = this.chain(family, name);
    const first = chain[0]?.element;
    if (!first) return null;
    let { run, paragraph } = family === "paragraph" ? (this.defaults.get(family) ?? NO_LOOK) : NO_LOOK;
    for (const { element } of chain.reverse()) {
      const looks = this.looksOf(element, run.size);
      run = { ...run, ...looks.run };
      paragraph = { ...paragraph, ...looks.paragraph };
    }
    const style: WrittenStyle = {
      id: name,
      name:
        first.attributes["style:display-name"] ??
        name.replace(/_([0-9a-f]{2})_/g, (_, code: string) => String.fromCharCode(Number.parseInt(code, 16))),
      own: false,
      run,
      paragraph,
    };
    this.resolved.set(key, style);
    return style;
  }

  private looksOf(element: XmlElement, around?: number) {
    return {
      run: this.runLook(childNamed(element, "style:text-properties"), around),
      paragraph: paragraphLook(childNamed(element, "style:paragraph-properties")),
    };
  }

  private runLook(properties: XmlElement | null, around: number | undefined): RunLook {
    if (!properties) return {};
    const { attributes } = properties;
    const on = (name: string) => attributes[name] !== undefined && attributes[name] !== "none";
    const weight = attributes["fo:font-weight"];
    const slant = attributes["fo:font-style"];
    const position = attributes["style:text-position"];
    const colour = attributes["fo:color"];
    const size = attributes["fo:font-size"];
    const points = size?.endsWith("%") ? ((around ?? 12) * Number.parseFloat(size)) / 100 : pointsOf(size);
    const font = attributes["style:font-name"]
      ? (this.fonts.get(attributes["style:font-name"]) ?? attributes["style:font-name"])
      : attributes["fo:font-family"];
    const language = attributes["fo:language"];
    const country = attributes["fo:country"];
    return {
      ...(weight !== undefined && { bold: weight === "bold" || Number(weight) >= 600 }),
      ...(slant !== undefined && { italic: slant !== "normal" }),
      ...(attributes["style:text-underline-style"] !== undefined && {
        underline: on("style:text-underline-style"),
      }),
      ...(attributes["style:text-line-through-style"] !== undefined && {
        strike: on("style:text-line-through-style"),
      }),
      ...(attributes["text:display"] !== undefined && { hidden: attributes["text:display"] === "none" }),
      ...((attributes["fo:font-variant"] !== undefined || attributes["fo:text-transform"] !== undefined) && {
        caps: attributes["fo:font-variant"] === "small-caps" || on("fo:text-transform"),
      }),
      ...(attributes["fo:background-color"] !== undefined && {
        highlight: attributes["fo:background-color"] !== "transparent",
      }),
      ...(position !== undefined && { vertical: verticalOf(position) }),
      ...(colour !== undefined && { colour: /^#[0-9a-f]{6}$/i.test(colour) ? colour.toLowerCase() : "auto" }),
      ...(attributes["style:use-window-font-color"] === "true" && { colour: "auto" }),
      ...(points && points > 0 ? { size: points } : {}),
      ...(font && { font }),
      ...(language &&
        language !== "none" && {
          language: country && country !== "none" ? `${language}-${country}` : language,
        }),
    };
  }
}

/** `super 58%`, `sub 58%`, or how far up (ISO 26300-1, 20.384). */
function verticalOf(position: string): NonNullable<RunLook["vertical"]> {
  const [where = ""] = position.split(" ");
  if (where === "super" || Number.parseFloat(where) > 0) return "superscript";
  return where === "sub" || Number.parseFloat(where) < 0 ? "subscript" : "baseline";
}

function paragraphLook(properties: XmlElement | null): ParagraphLook {
  if (!properties) return {};
  const { attributes } = properties;
  const length = (name: string) => pointsOf(attributes[name] ?? attributes["fo:margin"]);
  const [before, after, indent] = [
    length("fo:margin-top"),
    length("fo:margin-bottom"),
    length("fo:margin-left"),
  ];
  const align = ownEntry(ALIGNMENTS, attributes["fo:text-align"] ?? "");
  const lines = attributes["fo:line-height"];
  const keeps = attributes["fo:keep-with-next"];
  const direction = attributes["style:writing-mode"];
  return {
    ...(before !== null && { before }),
    ...(after !== null && { after }),
    ...(indent !== null && { indent }),
    ...(align && { align }),
    ...(lines?.endsWith("%") && { lines: Number.parseFloat(lines) / 100 }),
    ...(keeps !== undefined && { keepWithNext: keeps === "always" }),
    ...(attributes["fo:break-before"] !== undefined && { newPage: attributes["fo:break-before"] === "page" }),
    ...(direction !== undefined && { rightToLeft: direction.startsWith("rl") }),
  };
}
