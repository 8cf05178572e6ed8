import type { Mark } from "prosemirror-model";
import { COLOUR, languageFrom, schema, type Alignment } from "@/core/document";
import { ownEntry } from "@/core/own-entry";

const { strong, emphasis, underline, strike, superscript, subscript, code, colour, size } = schema.marks;

const BY_NAME: Record<string, Mark> = {
  strong: strong.create(),
  b: strong.create(),
  em: emphasis.create(),
  i: emphasis.create(),
  cite: emphasis.create(),
  dfn: emphasis.create(),
  var: emphasis.create(),
  u: underline.create(),
  ins: underline.create(),
  s: strike.create(),
  del: strike.create(),
  strike: strike.create(),
  sup: superscript.create(),
  sub: subscript.create(),
  code: code.create(),
  kbd: code.create(),
  samp: code.create(),
  tt: code.create(),
};

/** The marks that an HTML element puts on its words: by its name and by the few declarations that are kept of its style. */
export function marksOfElement(name: string, attributes: ReadonlyMap<string, string>): Mark[] {
  const marks: Mark[] = [];
  const own = ownEntry(BY_NAME, name);
  if (own) marks.push(own);
  const spoken = languageOf(attributes);
  if (spoken) marks.push(spoken);
  if (name === "font" && attributes.get("color")) marks.push(...colourMark(attributes.get("color")!));
  const style = attributes.get("style");
  if (!style) return marks;
  const declared = declarations(style);
  const weight = declared.get("font-weight");
  // Some programs wrap all that is copied in an element that says bold and looks as if it said nothing.
  if (own?.type === strong && (weight === "normal" || Number(weight) <= 400)) marks.length = 0;
  if (weight === "bold" || weight === "bolder" || Number(weight) >= 600) marks.push(strong.create());
  if (declared.get("font-style") === "italic") marks.push(emphasis.create());
  const line = declared.get("text-decoration") ?? declared.get("text-decoration-line") ?? "";
  if (line.includes("underline") && name !== "a") marks.push(underline.create());
  if (line.includes("line-through")) marks.push(strike.create());
  const align = declared.get("vertical-align");
  if (align === "super") marks.push(superscript.create());
  if (align === "sub") marks.push(subscript.create());
  if (declared.has("color")) marks.push(...colourMark(declared.get("color")!));
  const percent = /^(\d+(?:\.\d+)?)%$/.exec(declared.get("font-size") ?? "")?.[1];
  if (percent && Number(percent) >= 50 && Number(percent) <= 400 && Math.round(Number(percent)) !== 100)
    marks.push(size.create({ percent: Math.round(Number(percent)) }));
  return marks;
}

/** The language that an element gives its words; null where it gives none. */
export function languageOf(attributes: ReadonlyMap<string, string>): Mark | null {
  const tag = attributes.get("lang") ?? attributes.get("xml:lang");
  const language = tag === undefined ? null : languageFrom(tag);
  return language === null ? null : schema.marks.language.create({ language });
}

/** The declarations of a style attribute, names and values in lower case. */
export function declarations(style: string): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  for (const declaration of style.slice(0, 4_000).split(";")) {
    const colon = declaration.indexOf(":");
    if (colon > 0)
      found.set(
        declaration.slice(0, colon).trim().toLowerCase(),
        declaration
          .slice(colon + 1)
          .replace(/!\s*important/i, "")
          .trim()
          .toLowerCase(),
      );
  }
  return found;
}

/** How an element asks for its block to be aligned. */
export function alignmentOf(attributes: ReadonlyMap<string, string>): Alignment {
  if (!attributes.has("style") && !attributes.has("align")) return null;
  const named =
    declarations(attributes.get("style") ?? "").get("text-align") ?? attributes.get("align")?.toLowerCase();
  return named === "center" || named === "right" || named === "justify"
    ? named
    : named === "left"
      ? "left"
      : null;
}

/** Black is the colour of text anyway, and word processors write it everywhere. */
function colourMark(value: string): Mark[] {
  const hex = hexColour(value.trim().toLowerCase());
  return hex && hex !== "#000000" ? [colour.create({ colour: hex })] : [];
}

function hexColour(value: string): string | null {
  if (COLOUR.test(value)) return value;
  const short = /^#([0-9a-f])([0-9a-f])([0-9a-f])$/.exec(value);
  if (short) return `#${short[1]}${short[1]}${short[2]}${short[2]}${short[3]}${short[3]}`;
  const rgb = /^rgb\(\s*(\d{1,3})\s*[, ]\s*(\d{1,3})\s*[, ]\s*(\d{1,3})\s*\)$/.exec(value);
  if (rgb)
    return (
      "#" +
      rgb
        .slice(1)
        .map((part) => Math.min(Number(part), 255).toString(16).padStart(2, "0"))
        .join("")
    );
  return ownEntry(NAMED_COLOURS, value) ?? null;
}

/** The sixteen colours of HTML 4.01, section 6.5. */
const NAMED_COLOURS: Record<string, string> = {
  silver: "#c0c0c0",
  gray: "#808080",
  white: "#ffffff",
  maroon: "#800000",
  red: "#ff0000",
  purple: "#800080",
  fuchsia: "#ff00ff",
  green: "#008000",
  lime: "#00ff00",
  olive: "#808000",
  yellow: "#ffff00",
  navy: "#000080",
  blue: "#0000ff",
  teal: "#008080",
  aqua: "#00ffff",
};
