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
import { escapeXml, XML_DECLARATION } from "../xml/escape-xml";
import { round } from "./automatic-styles";
import { FRAME_STYLES } from "./frame-styles";
import { NAMESPACE_ATTRIBUTES } from "./namespace-attributes";
import { NUMBER_FORMATS } from "./number-formats";
import { ownStyleNameOf, STYLE_NAMES } from "./style-names";

const GENERIC: Readonly<Record<Face, readonly [generic: string, pitch: string, instead: string]>> = {
  serif: ["roman", "variable", "Georgia"],
  sans: ["swiss", "variable", "Arial"],
  mono: ["modern", "fixed", "Courier New"],
};

/** The fonts that styles name (ISO 26300-1, 16.23). */
export function fontsXml(): string {
  const faces = Object.entries(GENERIC).map(([face, [generic, pitch, instead]]) => {
    const name = FACE_NAMES[face as Face];
    return `<style:font-face style:name="${name}" svg:font-family="'${name}', '${instead}'" style:font-family-generic="${generic}" style:font-pitch="${pitch}"/>`;
  });
  return `<office:font-face-decls>${faces.join("")}</office:font-face-decls>`;
}

/** What a part of styles holds beside them: kinds of pages, and the styles of their lines. */
interface PageKinds {
  readonly lineStylesXml: string;
  readonly layoutsXml: string;
  readonly mastersXml: string;
}

const NO_PAGES: PageKinds = { lineStylesXml: "", layoutsXml: "", mastersXml: "" };

/** The part of a file that holds its styles. */
export function stylesPart(
  sheet: StyleSheet,
  language: string,
  direction: "ltr" | "rtl",
  { lineStylesXml, layoutsXml, mastersXml }: PageKinds = NO_PAGES,
): string {
  return `${XML_DECLARATION}<office:document-styles ${NAMESPACE_ATTRIBUTES}>${fontsXml()}${namedStylesXml(sheet, language, direction)}<office:automatic-styles>${lineStylesXml}${layoutsXml}</office:automatic-styles><office:master-styles>${mastersXml}</office:master-styles></office:document-styles>`;
}

/** The styles of a document under the names that office suites give them, and its own (ISO 26300-1, 16.2). */
function namedStylesXml(sheet: StyleSheet, language: string, direction: "ltr" | "rtl"): string {
  const { styles } = sheet;
  const { body } = styles;
  const [tongue = "en", ...country] = language.split("-");
  const text = `${wordsOf({ ...body, face: body.face ?? "serif", colour: body.colour ?? "ink" })} fo:language="${tongue}" fo:country="${country.join("-") || "none"}"${direction === "rtl" ? ` style:language-complex="${tongue}" style:country-complex="${country.join("-") || "none"}"` : ""}`;
  const block = (name: string, display: string, style: StyleName, more = "", extra = "") =>
    styleXml(
      name,
      display,
      "paragraph",
      `${paragraphOf(styles[style], more, extra)}${textOf(styles[style])}`,
    );
  const plain = (name: string, display: string, paragraph = "", words = "", parent = "Standard") =>
    styleXml(
      name,
      display,
      "paragraph",
      `${paragraph && `<style:paragraph-properties ${paragraph}/>`}${words && `<style:text-properties ${words}/>`}`,
      parent,
    );
  const tabs = (at: string) => `<style:tab-stops>${at}</style:tab-stops>`;
  const right =
    '<style:tab-stop style:position="450pt" style:type="right" style:leader-style="dotted" style:leader-text="."/>';
  const all = [
    `<style:default-style style:family="paragraph"><style:paragraph-properties style:writing-mode="${direction === "rtl" ? "rl-tb" : "lr-tb"}"/><style:text-properties${text}/></style:default-style>`,
    `<style:style style:name="Standard" style:family="paragraph" style:class="text">${paragraphOf(body)}</style:style>`,
    plain(STYLE_NAMES.body, "Text body"),
    plain("Heading", "Heading", 'fo:keep-with-next="always"'),
    ...[1, 2, 3, 4, 5, 6].map((level) => {
      const look = styles[`heading${level}` as StyleName];
      return `<style:style style:name="Heading_20_${level}" style:display-name="Heading ${level}" style:family="paragraph" style:parent-style-name="Heading" style:next-style-name="${STYLE_NAMES.body}" style:default-outline-level="${level}" style:class="text">${paragraphOf(look)}${textOf(look)}</style:style>`;
    }),
    block(STYLE_NAMES.quotation, "Quotations", "quotation"),
    block(STYLE_NAMES.code, "Preformatted Text", "code"),
    block(STYLE_NAMES.caption, "Caption", "caption"),
    block(STYLE_NAMES.foot, "Footnote", "note"),
    block(STYLE_NAMES.end, "Endnote", "note"),
    plain(
      STYLE_NAMES.contentsTitle,
      "Contents Heading",
      'fo:keep-with-next="always"',
      'fo:font-weight="bold"',
    ),
    ...[1, 2, 3, 4, 5, 6].map((level) =>
      block(
        `Contents_20_${level}`,
        `Contents ${level}`,
        "contents",
        ` fo:margin-left="${round(styles.contents.indent + (level - 1) * 14)}pt"`,
        tabs(right),
      ),
    ),
    ...[1, 2, 3].map((level) =>
      block(`Index_20_${level}`, `Index ${level}`, "contents", ` fo:margin-left="${(level - 1) * 14}pt"`),
    ),
    plain(STYLE_NAMES.cell, "Table Contents"),
    plain(STYLE_NAMES.head, "Table Heading", "", 'fo:font-weight="bold"', STYLE_NAMES.cell),
    plain(
      STYLE_NAMES.rule,
      "Horizontal Line",
      'fo:border-bottom="0.75pt solid #bfb7a6" fo:margin-bottom="14pt"',
    ),
    plain(STYLE_NAMES.noticeTitle, "Notice Title", 'fo:keep-with-next="always"', 'fo:font-weight="bold"'),
    plain(
      STYLE_NAMES.term,
      "Definition Term",
      'fo:keep-with-next="always" fo:margin-bottom="0pt"',
      'fo:font-weight="bold"',
    ),
    plain(STYLE_NAMES.definition, "Definition"),
    plain(STYLE_NAMES.way, "Return Link"),
    plain(STYLE_NAMES.picture, "Picture"),
    plain(
      "Page_20_begin",
      "Page begin",
      'fo:margin-top="0pt" fo:margin-bottom="0pt" fo:line-height="100%"',
      'fo:font-size="2pt"',
    ),
    styleXml(
      STYLE_NAMES.equation,
      "Equation",
      "paragraph",
      `<style:paragraph-properties>${tabs('<style:tab-stop style:position="225pt" style:type="center"/><style:tab-stop style:position="450pt" style:type="right"/>')}</style:paragraph-properties>`,
    ),
    plain("Header", "Header", 'fo:margin-bottom="0pt"', 'fo:font-size="9pt"'),
    plain("Footer", "Footer", 'fo:margin-bottom="0pt"', 'fo:font-size="9pt"'),
    words(
      "Internet_20_link",
      "Internet link",
      `${wordsOf(linkLook(styles.link, body))} style:text-underline-style="solid"`,
    ),
    words("Link_20_plain", "Link plain", ""),
    words("Link_20_button", "Link button", wordsOf(styles.button)),
    words("Footnote_20_Symbol", "Footnote Symbol", ""),
    ...Object.entries(FRAME_STYLES).map(
      ([place, name]) =>
        `<style:style style:name="${name}" style:display-name="Frame ${place}" style:family="graphic"><style:graphic-properties ${
          place === "line"
            ? 'style:vertical-pos="top" style:vertical-rel="baseline"'
            : `style:wrap="parallel" style:horizontal-pos="${place}" style:horizontal-rel="paragraph" style:vertical-pos="top" style:vertical-rel="paragraph"`
        }/></style:style>`,
    ),
    '<style:style style:name="Frame_20_equation" style:display-name="Frame equation" style:family="graphic"><style:graphic-properties style:vertical-pos="middle" style:vertical-rel="text"/></style:style>',
    ...[...ownStyleNames(sheet, ownStyleNameOf)].map(([id, { style, written }]) => {
      const { of, look } = ownStylesOf(sheet)[style]!;
      return of === "paragraphs"
        ? styleXml(
            id,
            written,
            "paragraph",
            `${paragraphOf({ ...body, ...look })}${textOf({ ...body, ...look })}`,
          )
        : words(id, written, wordsOf(look));
    }),
    outlineXml(sheet),
    '<text:notes-configuration text:note-class="footnote" text:citation-style-name="Footnote_20_Symbol" style:num-format="1" text:start-value="0" text:footnotes-position="page" text:start-numbering-at="document"/>',
    '<text:notes-configuration text:note-class="endnote" text:citation-style-name="Footnote_20_Symbol" style:num-format="i" text:start-value="0"/>',
  ];
  return `<office:styles>${all.join("")}</office:styles>`;
}

function styleXml(
  name: string,
  display: string,
  family: string,
  content: string,
  parent = "Standard",
): string {
  const based = family === "paragraph" ? ` style:parent-style-name="${parent}"` : "";
  return `<style:style style:name="${name}" style:display-name="${escapeXml(display)}" style:family="${family}"${based}>${content}</style:style>`;
}

function words(name: string, display: string, properties: string): string {
  return styleXml(name, display, "text", properties ? `<style:text-properties ${properties}/>` : "");
}

/** How headings are counted: each level behind the numbers of those around it that show one. */
function outlineXml(sheet: StyleSheet): string {
  const levels = [1, 2, 3, 4, 5, 6].map((level) => {
    const { numbering } = sheet.styles[`heading${level}` as StyleName];
    if (numbering === "none") return `<text:outline-level-style text:level="${level}" style:num-format=""/>`;
    let shown = 1;
    for (let outer = level - 1; outer > 0; outer--) {
      if (sheet.styles[`heading${outer}` as StyleName].numbering === "none") break;
      shown++;
    }
    return `<text:outline-level-style text:level="${level}" style:num-format="${NUMBER_FORMATS[numbering]}"${shown > 1 ? ` text:display-levels="${shown}"` : ""} style:num-suffix=" "/>`;
  });
  return `<text:outline-style style:name="Outline">${levels.join("")}</text:outline-style>`;
}

function paragraphOf(look: BlockLook, more = "", content = ""): string {
  const own = more.includes("fo:margin-left") ? "" : ` fo:margin-left="${round(look.indent)}pt"`;
  const said = [
    ` fo:margin-top="${round(look.before)}pt" fo:margin-bottom="${round(look.after)}pt"${own}${more}`,
    ` fo:line-height="${Math.round((look.leading / SINGLE_LINE) * 1_000) / 10}%"`,
    ` fo:text-align="${look.align === "left" ? "start" : look.align === "right" ? "end" : look.align}"`,
    look.keepWithNext ? ' fo:keep-with-next="always"' : "",
    look.newPage ? ' fo:break-before="page"' : "",
  ].join("");
  return content
    ? `<style:paragraph-properties${said}>${content}</style:paragraph-properties>`
    : `<style:paragraph-properties${said}/>`;
}

function textOf(look: BlockLook): string {
  return `<style:text-properties${wordsOf({ ...look, face: look.face, colour: look.colour })}/>`;
}

function wordsOf({ face, size, weight, slant, colour }: OwnLook): string {
  return [
    face ? ` style:font-name="${FACE_NAMES[face]}"` : "",
    size === undefined ? "" : ` fo:font-size="${round(size)}pt"`,
    weight === undefined ? "" : ` fo:font-weight="${weight >= 600 ? "bold" : "normal"}"`,
    slant === undefined ? "" : ` fo:font-style="${slant === "italic" ? "italic" : "normal"}"`,
    colour ? ` fo:color="${colourOnPaper(colour)}"` : "",
  ].join("");
}
