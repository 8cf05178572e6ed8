import { ownEntry } from "@/core/own-entry";
import { childNamed, childrenNamed, type XmlElement } from "../xml/element";
import { ALIGNMENTS } from "../office/alignments";
import { pointsOf } from "../office/lengths";
import type { ParagraphLook, RunLook, WrittenStyle } from "../office/written-style";
import { isOn } from "./names";

/** What a paragraph says of the list it belongs to, beside how it stands (ISO 29500-1, 17.9). */
export interface DocxParagraphLook extends ParagraphLook {
  readonly numbering?: string;
  readonly numberingLevel?: number;
}

/** How words look, with the id of the style of words they name. */
export interface DocxRunLook extends RunLook {
  readonly style?: string;
}

export interface DocxStyle extends WrittenStyle {
  readonly type: "paragraph" | "character" | "table" | "numbering";
  readonly run: DocxRunLook;
  readonly paragraph: DocxParagraphLook;
}

/** The styles of a file, each with what it takes from those it is based on. */
export class StyleTable {
  private readonly styles = new Map<string, DocxStyle>();
  /** The style of paragraphs that name none. */
  readonly body: DocxStyle;
  /** The language of words that name none. */
  readonly language: string | undefined;

  constructor(root: XmlElement | null) {
    const defaults = childNamed(root, "w:docDefaults");
    const run = runLook(childNamed(childNamed(defaults, "w:rPrDefault"), "w:rPr"));
    const paragraph = paragraphLook(childNamed(childNamed(defaults, "w:pPrDefault"), "w:pPr"));
    const written = new Map(
      childrenNamed(root, "w:style").map((style) => [style.attributes["w:styleId"] ?? "", style]),
    );
    for (const [id, style] of written) this.styles.set(id, resolved(id, style, written, { run, paragraph }));
    const first = [...written].find(
      ([, { attributes }]) =>
        attributes["w:type"] === "paragraph" &&
        attributes["w:default"] !== undefined &&
        isOn(attributes["w:default"]),
    );
    this.body = (first && this.styles.get(first[0])) ?? {
      id: "",
      name: "Normal",
      type: "paragraph",
      own: false,
      run,
      paragraph,
    };
    this.language = this.body.run.rightToLeft ? this.body.run.otherLanguage : this.body.run.language;
  }

  get(id: string | undefined): DocxStyle | null {
    return (id !== undefined && this.styles.get(id)) || null;
  }

  /** The style of a paragraph that names this one, or none. */
  ofParagraph(id: string | undefined): DocxStyle {
    const style = this.get(id);
    return style?.type === "paragraph" ? style : this.body;
  }
}

/** Styles may be based on each other in a circle, and on none that there is. */
const MAX_CHAIN = 64;

function resolved(
  id: string,
  style: XmlElement,
  written: ReadonlyMap<string, XmlElement>,
  defaults: { readonly run: DocxRunLook; readonly paragraph: DocxParagraphLook },
): DocxStyle {
  const chain = [style];
  const met = new Set([id]);
  for (let at = style; chain.length < MAX_CHAIN;) {
    const based = childNamed(at, "w:basedOn")?.attributes["w:val"] ?? "";
    const next = written.get(based);
    if (!next || met.has(based)) break;
    met.add(based);
    chain.push((at = next));
  }
  const type = style.attributes["w:type"] as DocxStyle["type"];
  // The looks at first are of paragraphs: words in a style of their own are otherwise as around them.
  const start = type === "character" ? { run: {}, paragraph: {} } : defaults;
  const upward = chain.reverse();
  const name = childNamed(style, "w:name")?.attributes["w:val"] ?? id;
  return {
    id,
    name,
    type,
    own: style.attributes["w:customStyle"] !== undefined && isOn(style.attributes["w:customStyle"]),
    run: upward.reduce((look, at) => ({ ...look, ...runLook(childNamed(at, "w:rPr")) }), start.run),
    paragraph: {
      ...upward.reduce(
        (look, at) => ({ ...look, ...paragraphLook(childNamed(at, "w:pPr")) }),
        start.paragraph,
      ),
      ...outlineByName(name, upward),
    },
  };
}

/** Headings are known by the names that the standard gives, where no style on their chain says its level. */
function outlineByName(name: string, chain: readonly XmlElement[]): Pick<ParagraphLook, "outline"> {
  if (chain.some((style) => childNamed(childNamed(style, "w:pPr"), "w:outlineLvl"))) return {};
  for (const called of [
    name,
    ...chain.map((style) => childNamed(style, "w:name")?.attributes["w:val"] ?? ""),
  ]) {
    const level = /^heading ([1-9])$/i.exec(called)?.[1];
    if (level) return { outline: Number(level) - 1 };
  }
  return {};
}

/** What the properties of a run say; the same for those of styles. */
export function runLook(properties: XmlElement | null): DocxRunLook {
  if (!properties) return NO_LOOK;
  const look: { -readonly [K in keyof DocxRunLook]: DocxRunLook[K] } = {};
  for (const property of properties.content) {
    if (typeof property === "string") continue;
    const { attributes } = property;
    const value = attributes["w:val"];
    switch (property.name) {
      case "w:rStyle":
        if (value !== undefined) look.style = value;
        break;
      case "w:b":
        look.bold = isOn(value);
        break;
      case "w:i":
        look.italic = isOn(value);
        break;
      case "w:u":
        look.underline = value !== undefined && value !== "none";
        break;
      case "w:strike":
      case "w:dstrike":
        look.strike = isOn(value) || (look.strike ?? false);
        break;
      case "w:vanish":
        look.hidden = isOn(value);
        break;
      case "w:caps":
      case "w:smallCaps":
        look.caps = isOn(value);
        break;
      case "w:highlight":
        look.highlight = value !== "none";
        break;
      case "w:vertAlign":
        if (value === "superscript" || value === "subscript" || value === "baseline") look.vertical = value;
        break;
      case "w:color":
        look.colour = /^[0-9a-f]{6}$/i.test(value ?? "") ? `#${value!.toLowerCase()}` : "auto";
        break;
      case "w:sz":
        if (Number(value) > 0) look.size = Number(value) / 2;
        break;
      case "w:rFonts": {
        const font = attributes["w:ascii"] ?? attributes["w:hAnsi"] ?? themeFont(attributes["w:asciiTheme"]);
        if (font) look.font = font;
        break;
      }
      case "w:lang":
        if (value) look.language = value;
        if (attributes["w:bidi"]) look.otherLanguage = attributes["w:bidi"];
        break;
      case "w:rtl":
        look.rightToLeft = isOn(value);
        break;
    }
  }
  return look;
}

const NO_LOOK: RunLook = {};
const NO_PARAGRAPH_LOOK: ParagraphLook = {};

/** Fonts of the theme are told apart by their use alone. */
function themeFont(theme: string | undefined): string | undefined {
  return theme && (theme.startsWith("major") ? "theme: headings" : "theme: body");
}

/** What the properties of a paragraph say; the same for those of styles. */
export function paragraphLook(properties: XmlElement | null): DocxParagraphLook {
  if (!properties) return NO_PARAGRAPH_LOOK;
  const look: { -readonly [K in keyof DocxParagraphLook]: DocxParagraphLook[K] } = {};
  for (const property of properties.content) {
    if (typeof property === "string") continue;
    const { attributes } = property;
    const value = attributes["w:val"];
    switch (property.name) {
      case "w:jc": {
        const align = ownEntry(ALIGNMENTS, value ?? "");
        if (align) look.align = align;
        break;
      }
      case "w:spacing": {
        const [before, after, line] = [attributes["w:before"], attributes["w:after"], attributes["w:line"]];
        if (before !== undefined) look.before = points(before);
        if (after !== undefined) look.after = points(after);
        if (line !== undefined && (attributes["w:lineRule"] ?? "auto") === "auto")
          look.lines = Number(line) / 240;
        break;
      }
      case "w:ind": {
        const left = attributes["w:left"] ?? attributes["w:start"];
        if (left !== undefined) look.indent = points(left);
        break;
      }
      case "w:keepNext":
        look.keepWithNext = isOn(value);
        break;
      case "w:pageBreakBefore":
        look.newPage = isOn(value);
        break;
      case "w:outlineLvl":
        look.outline = Math.min(Math.max(Number(value) || 0, 0), 9);
        break;
      case "w:bidi":
        look.rightToLeft = isOn(value);
        break;
      case "w:numPr": {
        const list = childNamed(property, "w:numId")?.attributes["w:val"];
        const level = childNamed(property, "w:ilvl")?.attributes["w:val"];
        if (list !== undefined) look.numbering = list;
        if (level !== undefined) look.numberingLevel = Math.min(Math.max(Number(level) || 0, 0), 8);
        break;
      }
    }
  }
  return look;
}

/** A length in points: of twentieths of one without a unit (ISO 29500-1, 22.9.2.14), or with its unit in strict files. */
export function points(written: string): number {
  return pointsOf(written, 0.05) ?? 0;
}
