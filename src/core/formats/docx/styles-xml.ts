import {
  ownStylesOf,
  type BlockLook,
  type Face,
  type OwnLook,
  type StyleName,
  type StyleSheet,
} from "@/core/document";
import { colourOnPaper } from "@/core/styles/colour-on-paper";
import { FACE_NAMES } from "@/core/styles/titles";
import { linkLook, SINGLE_LINE } from "../office/looks";
import { ownStyleNames } from "../office/own-style-names";
import { escapeXml, xmlAttribute, XML_DECLARATION } from "../xml/escape-xml";
import { LIST_INDENT } from "./numbering-xml";
import { TEXT_NAMESPACES } from "./parts";
import { ownStyleIdOf, STYLE_IDS } from "./style-ids";

interface WrittenStyle {
  readonly id: string;
  readonly name: string;
  readonly type?: "paragraph" | "character" | "table";
  readonly basedOn?: string;
  readonly next?: string;
  readonly paragraph?: string;
  readonly run?: string;
  readonly own?: boolean;
  readonly isDefault?: boolean;
}

/** The styles of a document under the names that the standard gives them, and its own (ISO 29500-1, 17.7). */
export function stylesXml(sheet: StyleSheet, language: string, direction: "ltr" | "rtl"): string {
  const { styles } = sheet;
  const { body } = styles;
  const heading = (level: number): WrittenStyle => {
    const look = styles[`heading${level}` as StyleName];
    const counted =
      look.numbering === "none"
        ? ""
        : `<w:numPr><w:ilvl w:val="${level - 1}"/><w:numId w:val="1"/></w:numPr>`;
    return {
      id: `Heading${level}`,
      name: `heading ${level}`,
      next: "Normal",
      paragraph: paragraphXml(look, { numbering: counted, outline: level - 1 }),
      run: runXml(look, body),
    };
  };
  const block = (id: string, name: string, style: StyleName): WrittenStyle => ({
    id,
    name,
    paragraph: paragraphXml(styles[style]),
    run: runXml(styles[style], body),
  });
  const contents = (level: number): WrittenStyle => ({
    id: `TOC${level}`,
    name: `toc ${level}`,
    next: "Normal",
    paragraph: paragraphXml({ ...styles.contents, indent: styles.contents.indent + (level - 1) * 14 }),
    run: runXml(styles.contents, body),
  });
  const all: WrittenStyle[] = [
    { id: "Normal", name: "Normal", isDefault: true, paragraph: paragraphXml(body), run: runXml(body, null) },
    { id: "DefaultParagraphFont", name: "Default Paragraph Font", type: "character", isDefault: true },
    { id: "TableNormal", name: "Normal Table", type: "table", isDefault: true },
    { id: "TableGrid", name: "Table Grid", type: "table", basedOn: "TableNormal" },
    ...[1, 2, 3, 4, 5, 6].map(heading),
    block(STYLE_IDS.quotation, "Quote", "quotation"),
    block(STYLE_IDS.code, "HTML Preformatted", "code"),
    block(STYLE_IDS.caption, "caption", "caption"),
    block("FootnoteText", "footnote text", "note"),
    block("EndnoteText", "endnote text", "note"),
    {
      id: STYLE_IDS.contentsTitle,
      name: "TOC Heading",
      next: "Normal",
      paragraph: "<w:keepNext/>",
      run: "<w:b/>",
    },
    ...[1, 2, 3, 4, 5, 6].map(contents),
    block("TableofFigures", "table of figures", "contents"),
    block("Index1", "index 1", "contents"),
    {
      id: "Index2",
      name: "index 2",
      paragraph: paragraphXml({ ...styles.contents, indent: styles.contents.indent + 14 }),
      run: runXml(styles.contents, body),
    },
    { id: STYLE_IDS.item, name: "List Paragraph", paragraph: "<w:contextualSpacing/>" },
    {
      id: STYLE_IDS.cell,
      name: "Table Contents",
      own: true,
      paragraph: '<w:spacing w:before="40" w:after="40"/>',
    },
    { id: STYLE_IDS.head, name: "Table Heading", own: true, basedOn: STYLE_IDS.cell, run: "<w:b/>" },
    { id: STYLE_IDS.noticeTitle, name: "Notice Title", own: true, paragraph: "<w:keepNext/>", run: "<w:b/>" },
    {
      id: STYLE_IDS.term,
      name: "Definition Term",
      own: true,
      paragraph: '<w:keepNext/><w:spacing w:after="0"/>',
      run: "<w:b/>",
    },
    {
      id: STYLE_IDS.definition,
      name: "Definition",
      own: true,
      paragraph: `<w:ind w:left="${LIST_INDENT}"/>`,
    },
    { id: STYLE_IDS.way, name: "Return Link", own: true },
    { id: STYLE_IDS.picture, name: "Picture", own: true },
    { id: STYLE_IDS.equation, name: "Equation", own: true },
    { id: "Header", name: "header", paragraph: '<w:spacing w:after="0"/>', run: '<w:sz w:val="18"/>' },
    { id: "Footer", name: "footer", paragraph: '<w:spacing w:after="0"/>', run: '<w:sz w:val="18"/>' },
    { id: "Strong", name: "Strong", type: "character", run: "<w:b/>" },
    { id: "Emphasis", name: "Emphasis", type: "character", run: "<w:i/>" },
    { id: "HTMLCode", name: "HTML Code", type: "character", run: fontXml("mono") },
    {
      id: "FootnoteReference",
      name: "footnote reference",
      type: "character",
      run: '<w:vertAlign w:val="superscript"/>',
    },
    {
      id: "EndnoteReference",
      name: "endnote reference",
      type: "character",
      run: '<w:vertAlign w:val="superscript"/>',
    },
    {
      id: "Hyperlink",
      name: "Hyperlink",
      type: "character",
      run: `${wordsXml(linkLook(styles.link, body))}<w:u w:val="single" w:color="A9793B"/>`,
    },
    { id: "LinkPlain", name: "Link Plain", type: "character", own: true },
    {
      id: "LinkButton",
      name: "Link Button",
      type: "character",
      own: true,
      run: wordsXml(buttonLook(styles.button)),
    },
    ...ownStyles(sheet),
  ];
  return `${XML_DECLARATION}<w:styles ${TEXT_NAMESPACES}>${defaultsXml(body, language, direction)}${all.map(styleXml).join("")}</w:styles>`;
}

function ownStyles(sheet: StyleSheet): WrittenStyle[] {
  const { body } = sheet.styles;
  return [...ownStyleNames(sheet, ownStyleIdOf)].map(([id, { style, written: name }]) => {
    const { of, look } = ownStylesOf(sheet)[style]!;
    return of === "paragraphs"
      ? {
          id,
          name,
          own: true,
          paragraph: paragraphXml({ ...body, ...look }),
          run: runXml({ ...body, ...look }, body),
        }
      : { id, name, own: true, type: "character", run: wordsXml(look) };
  });
}

function styleXml({
  id,
  name,
  type = "paragraph",
  basedOn,
  next,
  paragraph,
  run,
  own,
  isDefault,
}: WrittenStyle): string {
  const based = basedOn ?? (isDefault || type !== "paragraph" ? undefined : "Normal");
  const table =
    id === "TableGrid"
      ? `<w:tblPr><w:tblBorders>${["top", "left", "bottom", "right", "insideH", "insideV"].map((side) => `<w:${side} w:val="single" w:sz="4" w:space="0" w:color="BFB7A6"/>`).join("")}</w:tblBorders></w:tblPr>`
      : id === "TableNormal"
        ? '<w:tblPr><w:tblCellMar><w:left w:w="108" w:type="dxa"/><w:right w:w="108" w:type="dxa"/></w:tblCellMar></w:tblPr>'
        : "";
  return [
    `<w:style w:type="${type}"${isDefault ? ' w:default="1"' : ""}${own ? ' w:customStyle="1"' : ""} w:styleId="${id}">`,
    `<w:name w:val="${escapeXml(name)}"/>`,
    based ? `<w:basedOn w:val="${based}"/>` : "",
    next ? `<w:next w:val="${next}"/>` : "",
    isDefault ? "" : "<w:qFormat/>",
    paragraph ? `<w:pPr>${paragraph}</w:pPr>` : "",
    run ? `<w:rPr>${run}</w:rPr>` : "",
    table,
    "</w:style>",
  ].join("");
}

function defaultsXml(body: BlockLook, language: string, direction: "ltr" | "rtl"): string {
  const said = direction === "rtl" ? xmlAttribute("w:bidi", language) : xmlAttribute("w:val", language);
  return `<w:docDefaults><w:rPrDefault><w:rPr>${fontXml(body.face ?? "serif")}<w:sz w:val="${halfPoints(body.size)}"/><w:szCs w:val="${halfPoints(body.size)}"/><w:lang${said}/></w:rPr></w:rPrDefault><w:pPrDefault/></w:docDefaults>`;
}

/** How a block stands, in the order that the standard asks for (ISO 29500-1, 17.3.1.26). */
function paragraphXml(
  look: BlockLook,
  { numbering = "", outline = null }: { readonly numbering?: string; readonly outline?: number | null } = {},
): string {
  return [
    look.keepWithNext ? "<w:keepNext/>" : "",
    look.newPage ? "<w:pageBreakBefore/>" : "",
    numbering,
    `<w:spacing w:before="${twentieths(look.before)}" w:after="${twentieths(look.after)}" w:line="${Math.round((look.leading / SINGLE_LINE) * 240)}" w:lineRule="auto"/>`,
    look.indent ? `<w:ind w:left="${twentieths(look.indent)}"/>` : "",
    `<w:jc w:val="${look.align === "justify" ? "both" : look.align}"/>`,
    outline === null ? "" : `<w:outlineLvl w:val="${outline}"/>`,
  ].join("");
}

/** How the words of a block look. `body`: what is as there need not be said; null for the body itself. */
function runXml(look: BlockLook, body: BlockLook | null): string {
  return [
    look.face ? fontXml(look.face) : "",
    boldXml(look.weight),
    italicXml(look.slant),
    look.colour || !body ? colourXml(look.colour) : "",
    sizeXml(look.size),
  ].join("");
}

function wordsXml(look: OwnLook): string {
  return [
    look.face ? fontXml(look.face) : "",
    look.weight === undefined ? "" : boldXml(look.weight),
    look.slant === undefined ? "" : italicXml(look.slant),
    look.colour ? colourXml(look.colour) : "",
    look.size === undefined ? "" : sizeXml(look.size),
  ].join("");
}

function buttonLook({ face, weight, colour, size }: BlockLook): OwnLook {
  return { face, weight, colour, size };
}

/** The font of a face, with one that most systems have in its place named in the table of fonts. */
export function fontXml(face: Face): string {
  const name = FACE_NAMES[face];
  return `<w:rFonts w:ascii="${name}" w:hAnsi="${name}" w:cs="${name}"/>`;
}

/** Fonts that stand in for those that are not there. */
const INSTEAD: Readonly<Record<Face, readonly [name: string, family: string, pitch: string]>> = {
  serif: ["Georgia", "roman", "variable"],
  sans: ["Arial", "swiss", "variable"],
  mono: ["Courier New", "modern", "fixed"],
};

export function fontTableXml(): string {
  const fonts = Object.entries(INSTEAD).map(
    ([face, [alternative, family, pitch]]) =>
      `<w:font w:name="${FACE_NAMES[face as Face]}"><w:altName w:val="${alternative}"/><w:family w:val="${family}"/><w:pitch w:val="${pitch}"/></w:font>`,
  );
  return `${XML_DECLARATION}<w:fonts ${TEXT_NAMESPACES}>${fonts.join("")}</w:fonts>`;
}

export function colourXml(colour: string | null): string {
  return `<w:color w:val="${colourOnPaper(colour).slice(1).toUpperCase()}"/>`;
}

export function sizeXml(points: number): string {
  return `<w:sz w:val="${halfPoints(points)}"/><w:szCs w:val="${halfPoints(points)}"/>`;
}

function boldXml(weight: number): string {
  return weight >= 600 ? "<w:b/>" : '<w:b w:val="0"/>';
}

function italicXml(slant: BlockLook["slant"]): string {
  return slant === "italic" ? "<w:i/>" : '<w:i w:val="0"/>';
}

function halfPoints(points: number): number {
  return Math.max(2, Math.round(points * 2));
}

export function twentieths(points: number): number {
  return Math.round(points * 20);
}
