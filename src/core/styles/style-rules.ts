import {
  ownStyleClass,
  ownStylesOf,
  type Face,
  type BlockLook,
  type OwnStyle,
  type StyleName,
  type StyleSheet,
} from "@/core/document";
import { cssString } from "@/core/model/css-string";
import { keysOf } from "@/core/keys-of";
import { FACE_NAMES } from "./titles";

const OTHERWISE: Readonly<Record<Face, string>> = {
  serif: "Georgia, serif",
  sans: "ui-sans-serif, system-ui, sans-serif",
  mono: "ui-monospace, monospace",
};

/** A face as CSS names it: as the application has it, as an exported page has it, and what comes near. */
function familyOf(face: Face): string {
  const name = FACE_NAMES[face];
  return `"${name} Variable", "${name}", ${OTHERWISE[face]}`;
}

/** Blocks of a kind, as they stand within the text. */
const BLOCKS: Partial<Record<StyleName, string>> = {
  heading1: "h1",
  heading2: "h2",
  heading3: "h3",
  heading4: "h4",
  heading5: "h5",
  heading6: "h6",
  quotation: "blockquote",
  caption: ":is(figcaption, caption, .caption-line)",
  note: ".notes li",
  contents: ":is(.contents-list, nav.contents, nav.front) li",
};

/** The lines of generated lists: in the manuscript, and on pages for readers. Menus have the look of buttons. */
const LINES =
  ":is(.contents-list:not([data-buttons]) button, :is(nav.contents:not([data-buttons]), nav.front) a[href])";
const FIRST_LINES =
  ':is(.contents-list:not([data-buttons]) li[style="--depth: 0"] button, :is(nav.contents:not([data-buttons]), nav.front) > ol > li > a[href])';

function lineUnder({ underlined }: BlockLook): string {
  return underlined
    ? "text-decoration: underline; text-decoration-color: var(--hemp); text-underline-offset: 0.18em;"
    : "text-decoration: none;";
}

/** The weight of lines that stand out among those of a look. */
export function bolder({ weight }: BlockLook): number {
  return Math.min(900, Math.max(600, weight + 200));
}

/**
 * The rules of a style sheet (CSS) for a text whose element is `scope`. Lengths are multiples of `--point`, which the place
 * says: a point on paper, more on a screen. Colours that have a name come from the place too.
 */
export function styleRules(sheet: StyleSheet, scope: string): string {
  const { styles } = sheet;
  const rules = [
    `${scope} { ${fontOf(styles.body)} }`,
    // Blocks of a drawing stand in chunks; those of a page at once in the text.
    ...["", " > .bundle > .chunk"].map(
      (between) => `${scope}${between} > p { ${blockOf(styles.body)}${pages(styles.body)} }`,
    ),
    ...keysOf(BLOCKS).map((name) => {
      const look = styles[name];
      return `${scope} ${BLOCKS[name]} { ${fontOf(look, styles.body)}${blockOf(look)}${pages(look)} }`;
    }),
    ...([1, 2, 3, 4, 5, 6] as const).map((level) => {
      const before = Math.max(0, styles[`heading${level}`].before - styles.body.after);
      // The space of a chunk's last block does not meet that of the next one's first.
      const chunks = ["> .bundle > .chunk + .chunk", "> .bundle + .bundle > .chunk:first-child"];
      const headings = chunks.map((chunk) => `${scope} ${chunk} > h${level}:first-child`);
      return `${headings.join(", ")} { margin-top: ${length(before)}; }`;
    }),
    `${scope} :is(code, pre) { font-family: ${familyOf(styles.code.face ?? "mono")}; font-size: ${(styles.code.size / styles.body.size).toFixed(3)}em; font-variant-ligatures: none; }`,
    `${scope} pre { ${fontOf(styles.code)}${blockOf(styles.code, "padding")} }`,
    `${scope} pre code { font-size: inherit; }`,
    `${scope} :is(a[data-target], a[href], :where(.cross-reference.linked), .return-link button) { ${wordsOf(styles.link, styles.body)} }`,
    // Lines of a list look like the text around them, not like links, unless their style says so.
    `${scope} ${LINES} { color: inherit; font: inherit; ${lineUnder(styles.contents)} }`,
    `${scope} ${LINES}:hover { text-decoration: underline; text-decoration-color: var(--hemp); }`,
    ...(styles.contents.firstBold
      ? [`${scope} ${FIRST_LINES} { font-weight: ${bolder(styles.contents)}; }`]
      : []),
    ...Object.entries(ownStylesOf(sheet)).map(([id, own]) => ownRule(id, own, styles.body, scope)),
    `${scope} a.button { ${fontOf(styles.button, styles.body)} }`,
  ];
  return rules.join("\n");
}

/** The rule of a style that an author made: nothing but what it names. */
function ownRule(id: string, { name: called, of, look }: OwnStyle, body: BlockLook, scope: string): string {
  // In the manuscript it is known by its id, in files by its name.
  const name = `:is(.${ownStyleClass(id)}, [data-style-name=${cssString(called)}])`;
  const whole = of === "paragraphs";
  const size =
    look.size !== undefined && (whole ? length(look.size) : `${(look.size / body.size).toFixed(3)}em`);
  const declarations = [
    ...(look.face ? [`font-family: ${familyOf(look.face)}`] : []),
    ...(size ? [`font-size: ${size}`] : []),
    ...(look.weight !== undefined ? [`font-weight: ${look.weight}`] : []),
    ...(look.slant !== undefined ? [`font-style: ${look.slant === "italic" ? "italic" : "normal"}`] : []),
    ...(look.colour ? colourOf({ colour: look.colour }) : []),
  ];
  if (!whole) return `${scope} span${name} { ${declarations.join("; ")} }`;
  if (look.leading !== undefined) declarations.push(`line-height: ${look.leading}`);
  if (look.before !== undefined) declarations.push(`margin-top: ${length(look.before)}`);
  if (look.after !== undefined) declarations.push(`margin-bottom: ${length(look.after)}`);
  if (look.indent !== undefined) declarations.push(`margin-inline-start: ${length(look.indent)}`);
  if (look.align !== undefined) declarations.push(`text-align: ${alignOnScreen(look.align)}`);
  if (look.keepWithNext) declarations.push("break-after: avoid");
  if (look.newPage) declarations.push("break-before: page");
  // Said three times, to come before the rules for paragraphs between others.
  return `${scope} p${name}${name}${name} { ${declarations.join("; ")} }`;
}

function fontOf(look: BlockLook, body?: BlockLook): string {
  const face = look.face ?? body?.face;
  return [
    ...(face ? [`font-family: ${familyOf(face)}`] : []),
    `font-size: ${length(look.size)}`,
    `font-weight: ${look.weight}`,
    `font-style: ${look.slant === "italic" ? "italic" : "normal"}`,
    `line-height: ${look.leading}`,
    ...colourOf(look),
    "",
  ].join("; ");
}

/** What a look says of words that stand among others: nothing where it is the body's. */
function wordsOf(look: BlockLook, body: BlockLook): string {
  return [
    ...(look.face ? [`font-family: ${familyOf(look.face)}`] : []),
    ...(look.weight === body.weight ? [] : [`font-weight: ${look.weight}`]),
    ...(look.slant === body.slant ? [] : [`font-style: ${look.slant === "italic" ? "italic" : "normal"}`]),
    ...(look.size === body.size ? [] : [`font-size: ${(look.size / body.size).toFixed(3)}em`]),
    ...colourOf(look),
    "",
  ].join("; ");
}

function blockOf(look: BlockLook, indent: "margin" | "padding" = "margin"): string {
  const left = indent === "margin" && look.indent > 0 ? [`margin-inline-start: ${length(look.indent)}`] : [];
  return [
    `margin-top: ${length(look.before)}`,
    `margin-bottom: ${length(look.after)}`,
    ...left,
    `text-align: ${alignOnScreen(look.align)}`,
    "",
  ].join("; ");
}

function pages(look: BlockLook): string {
  return `${look.keepWithNext ? "break-after: avoid; " : ""}${look.newPage ? "break-before: page; " : ""}`;
}

function colourOf({ colour }: Pick<BlockLook, "colour">): string[] {
  if (colour === null) return [];
  if (!colour.startsWith("#")) return [`color: var(--${colour})`];
  // On a dark ground a dark colour could not be read.
  return [`color: light-dark(${colour}, color-mix(in oklab, ${colour} 45%, #fff))`];
}

function length(points: number): string {
  return points === 0 ? "0" : `calc(var(--point) * ${points})`;
}

/** Lines that stand at the left begin where lines begin: at the right where words are read from there. */
function alignOnScreen(align: BlockLook["align"]): string {
  return { left: "start", right: "end", center: "center", justify: "justify" }[align];
}
