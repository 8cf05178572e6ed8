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

/** What stands in for the faces where they are not there. */
const FAMILIES: Readonly<Record<Face, string>> = {
  serif: `"${FACE_NAMES.serif}", Georgia, serif`,
  sans: `"${FACE_NAMES.sans}", Helvetica, Arial, sans-serif`,
  mono: `"${FACE_NAMES.mono}", "Courier New", monospace`,
};

/** By style, the elements that have it. */
const SELECTORS: Partial<Record<StyleName, string>> = {
  heading1: "h1",
  heading2: "h2",
  heading3: "h3",
  heading4: "h4",
  heading5: "h5",
  heading6: "h6",
  quotation: "blockquote",
  code: "pre",
  caption: "figcaption, caption",
};

/**
 * The looks of a book. Reading systems are plainer than browsers, and their readers choose the size of the words: all lengths follow that, and no
 * selector is more than a name, a class or an attribute.
 */
export function bookCss(sheet: StyleSheet): string {
  const { body } = sheet.styles;
  const rules = [
    `body { margin: 0 4%; ${familyOf(body.face ?? "serif")} line-height: ${body.leading}; }`,
    `p { margin: 0 0 ${ems(body.after, body.size)}; text-align: ${body.align}; }`,
    ...Object.entries(SELECTORS).map(
      ([style, selector]) => `${selector} { ${blockRules(sheet.styles[style as StyleName], body)} }`,
    ),
    ...ownRules(sheet),
    PLAIN,
  ];
  return `${rules.join("\n")}\n`;
}

function ownRules(sheet: StyleSheet): string[] {
  const { body } = sheet.styles;
  return Object.values(ownStylesOf(sheet)).map(({ name, of, look }) => {
    const selector = `[data-style-name="${name.replace(/["\\]/g, "\\$&")}"]`;
    return of === "paragraphs"
      ? `p${selector} { ${blockRules({ ...body, ...look }, body)} }`
      : `span${selector} { ${wordRules(look, body)} }`;
  });
}

function blockRules(look: BlockLook, body: BlockLook): string {
  const { before, after, size, indent } = look;
  return [
    wordRules({ ...look, face: look.face ?? undefined, colour: look.colour ?? undefined } as OwnLook, body),
    `line-height: ${look.leading};`,
    `margin: ${ems(before, size)} 0 ${ems(after, size)} ${ems(indent, size)};`,
    `text-align: ${look.align};`,
    look.keepWithNext ? "page-break-after: avoid;" : "",
    look.newPage ? "page-break-before: always;" : "",
  ]
    .filter(Boolean)
    .join(" ");
}

function wordRules({ face, size, weight, slant, colour }: OwnLook, body: BlockLook): string {
  return [
    face ? familyOf(face) : "",
    size === undefined ? "" : `font-size: ${ems(size, body.size)};`,
    weight === undefined ? "" : `font-weight: ${weight >= 600 ? "bold" : "normal"};`,
    slant === undefined ? "" : `font-style: ${slant === "italic" ? "italic" : "normal"};`,
    // Ink is whatever the reader has chosen.
    colour && colour !== "ink" ? `color: ${colourOnPaper(colour)};` : "",
  ]
    .filter(Boolean)
    .join(" ");
}

function familyOf(face: Face): string {
  return `font-family: ${FAMILIES[face]};`;
}

function ems(points: number, size: number): string {
  return `${Math.round((points / size) * 1_000) / 1_000}em`;
}

const PLAIN = `a { color: inherit; }
a.broken { text-decoration: none; }
img { max-width: 100%; height: auto; }
img.in-line { vertical-align: middle; }
figure { margin: 1.5em 0; text-align: center; page-break-inside: avoid; }
figure[data-place="left"] { float: left; margin: 0.4em 1.5em 0.5em 0; }
figure[data-place="right"] { float: right; margin: 0.4em 0 0.5em 1.5em; }
.no-picture { border: 1px dashed #bfb7a6; padding: 2em; text-align: center; }
.table-frame { margin: 1.5em 0; }
table { border-collapse: collapse; width: 100%; }
caption { text-align: left; }
th, td { border-bottom: 1px solid #ddd5c6; padding: 0.35em 0.75em 0.35em 0; text-align: left; vertical-align: top; }
td p, th p { margin: 0 0 0.4em; }
pre { white-space: pre-wrap; }
code { font-family: ${FAMILIES.mono}; font-size: 0.9em; }
pre code { font-size: 1em; }
dt { font-weight: bold; margin-top: 0.6em; }
dd { margin: 0.2em 0 0.4em 1.6em; }
li p { margin: 0 0 0.4em; }
li.check { list-style-type: none; }
aside.notice { border-left: 4px solid #a9793b; margin: 1.5em 0; padding: 0.1em 0 0.1em 1em; }
.notice-title { font-weight: bold; }
nav ol { list-style-type: none; margin: 0; padding-left: 1.2em; }
nav li { margin: 0.3em 0; }
.contents-title { font-size: 1.4em; font-weight: bold; }
.return { font-size: 0.9em; margin: 1.5em 0; }
.equation-line { margin: 1.2em 0; text-align: center; }
.notes { border-top: 1px solid #ddd5c6; font-size: 0.9em; margin-top: 2em; padding-top: 0.5em; }
hr { border: 0; border-top: 1px solid #ddd5c6; margin: 2em 30%; }
hr.page-break { margin: 0; visibility: hidden; }
`;
