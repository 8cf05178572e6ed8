import { drawEquation } from "@/core/equations";
import { ownEntry } from "@/core/own-entry";
import { LARGE_OPERATORS } from "../equations/known-names";
import { elementsIn, textWithin, type XmlElement } from "../xml/element";
import { escapeXml } from "../xml/escape-xml";
import { parseXml } from "../xml/parse-xml";
import type { DocxOutput } from "./docx-output";
import { NAMESPACES } from "./names";
import { texOf } from "./omml";
import { TEXT_NAMESPACES } from "./parts";

const MATHML = { "http://www.w3.org/1998/Math/MathML": "math" };

/** An equation as ISO 29500-1 (22.1) has it, and what our own reader makes of that. */
interface WrittenEquation {
  /** Null for what cannot be drawn. */
  readonly omml: string | null;
  readonly reads: string;
}

const written = new Map<string, WrittenEquation>();
/** Most equations of a document stand in it more than once. */
const MAX_KEPT = 2_000;

function equationOf(tex: string): WrittenEquation {
  const known = written.get(tex);
  if (known) return known;
  const drawn = drawEquation(tex, { form: "mathml", block: false });
  let made: WrittenEquation = { omml: null, reads: "" };
  if ("html" in drawn) {
    const root = parseXml(new TextEncoder().encode(drawn.html), { part: "equation", namespaces: MATHML });
    const omml = ommlOf(root);
    const back = parseXml(new TextEncoder().encode(`<m:oMath ${TEXT_NAMESPACES}>${omml}</m:oMath>`), {
      part: "equation",
      namespaces: NAMESPACES,
    });
    made = { omml, reads: texOf(back) };
  }
  if (written.size >= MAX_KEPT) written.clear();
  written.set(tex, made);
  return made;
}

/** An equation in a line or, `block`, on its own; what cannot be drawn stands as it was typed. Its TeX is kept beside it. */
export function equationXml(tex: string, block: boolean, output: DocxOutput): string {
  const { omml, reads } = equationOf(tex);
  if (omml === null)
    return output.taggedWith(
      "tex",
      { tex, reads: null },
      `<w:r><w:rPr><w:rStyle w:val="HTMLCode"/></w:rPr><w:t xml:space="preserve">${escapeXml(tex)}</w:t></w:r>`,
    );
  const math = `<m:oMath>${omml}</m:oMath>`;
  const xml = block ? `<m:oMathPara>${math}</m:oMathPara>` : math;
  return reads === tex ? xml : output.taggedWith("tex", { tex, reads }, xml);
}

/** What an element of MathML says in OMML. */
type Rule = (element: XmlElement, parts: readonly XmlElement[]) => string;

const RULES: Readonly<Record<string, Rule>> = {
  semantics: (_, [first]) => one(first),
  annotation: () => "",
  mi: identifier,
  mn: (it) => run(textWithin(it)),
  mo: (it) => run(textWithin(it)),
  mtext: (it) => run(textWithin(it).replace(/\u00a0/g, " "), "<m:nor/>"),
  mspace: (it) => (it.attributes.linebreak === "newline" ? "" : run(" ")),
  mfrac: (it, [over, under]) =>
    `<m:f>${/^0/.test(it.attributes.linethickness ?? "1") ? '<m:fPr><m:type m:val="noBar"/></m:fPr>' : ""}<m:num>${one(over)}</m:num><m:den>${one(under)}</m:den></m:f>`,
  msqrt: (it) => `<m:rad><m:radPr><m:degHide m:val="1"/></m:radPr><m:deg/><m:e>${sequence(it)}</m:e></m:rad>`,
  mroot: (_, [base, degree]) => `<m:rad><m:deg>${one(degree)}</m:deg><m:e>${one(base)}</m:e></m:rad>`,
  msup: (_, [base, sup]) => `<m:sSup><m:e>${one(base)}</m:e><m:sup>${one(sup)}</m:sup></m:sSup>`,
  msub: (_, [base, sub]) => `<m:sSub><m:e>${one(base)}</m:e><m:sub>${one(sub)}</m:sub></m:sSub>`,
  msubsup: (_, [base, sub, sup]) =>
    `<m:sSubSup><m:e>${one(base)}</m:e><m:sub>${one(sub)}</m:sub><m:sup>${one(sup)}</m:sup></m:sSubSup>`,
  munder: (_, [base, under]) => below(one(base), under),
  mover: (_, [base, over]) => above(one(base), over),
  munderover: (_, [base, under, over]) => above(below(one(base), under), over),
  mtable: (_, rows) =>
    `<m:m>${rows.map((row) => `<m:mr>${[...elementsIn(row)].map((cell) => `<m:e>${sequence(cell)}</m:e>`).join("")}</m:mr>`).join("")}</m:m>`,
  mphantom: (it) => `<m:phant><m:phantPr><m:show m:val="0"/></m:phantPr><m:e>${sequence(it)}</m:e></m:phant>`,
  menclose: (it) => `<m:borderBox><m:e>${sequence(it)}</m:e></m:borderBox>`,
  none: () => "",
};

function ommlOf(root: XmlElement): string {
  return sequence(root);
}

function kindOf(element: XmlElement | undefined): string {
  return element?.name.replace(/^math:/, "") ?? "";
}

function one(element: XmlElement | undefined): string {
  if (!element) return "";
  const rule = ownEntry(RULES, kindOf(element));
  return rule ? rule(element, [...elementsIn(element)]) : sequence(element);
}

/** What stands one after the other: what is between fences is one, and a large sign takes what follows it. */
function sequence(element: XmlElement): string {
  const parts = [...elementsIn(element)];
  const [first, last] = [parts[0], parts.at(-1)];
  if (parts.length >= 2 && isFence(first) && isFence(last)) {
    const sign = (it: XmlElement) => escapeXml(textWithin(it).trim());
    const inside = parts.slice(1, -1).map(one).join("");
    return `<m:d><m:dPr><m:begChr m:val="${sign(first!)}"/><m:endChr m:val="${sign(last!)}"/></m:dPr><m:e>${inside}</m:e></m:d>`;
  }
  let xml = "";
  for (let i = 0; i < parts.length; i++) {
    const large = largeSign(parts[i]!);
    if (!large) xml += one(parts[i]);
    else {
      const follows = parts[i + 1];
      xml += large(follows && !isRelation(follows) ? one(parts[++i]) : "");
    }
  }
  return xml;
}

function isFence(element: XmlElement | undefined): boolean {
  return kindOf(element) === "mo" && element!.attributes.fence === "true";
}

function isRelation(element: XmlElement): boolean {
  return kindOf(element) === "mo";
}

/** A large sign with its limits, as an element that waits for what stands behind it; null for all else. */
function largeSign(element: XmlElement): ((follows: string) => string) | null {
  const kind = kindOf(element);
  const scripted = /^m(?:under|over|sub|sup)/.test(kind);
  const [base, ...limits] = scripted ? [...elementsIn(element)] : [element];
  const sign = kindOf(base) === "mo" ? textWithin(base).trim() : "";
  if (ownEntry(LARGE_OPERATORS, sign) === undefined) return null;
  const [low, high] = /^m(?:sup|over)$/.test(kind) ? [undefined, limits[0]] : [limits[0], limits[1]];
  const beside = kind.startsWith("msu");
  const hide = (name: string, limit: XmlElement | undefined) => (limit ? "" : `<m:${name}Hide m:val="1"/>`);
  return (follows) =>
    `<m:nary><m:naryPr><m:chr m:val="${escapeXml(sign)}"/><m:limLoc m:val="${beside ? "subSup" : "undOvr"}"/>${hide("sub", low)}${hide("sup", high)}</m:naryPr><m:sub>${one(low)}</m:sub><m:sup>${one(high)}</m:sup><m:e>${follows}</m:e></m:nary>`;
}

const SCRIPTS: Readonly<Record<string, string>> = {
  "double-struck": '<m:scr m:val="double-struck"/>',
  script: '<m:scr m:val="script"/>',
  fraktur: '<m:scr m:val="fraktur"/>',
  "sans-serif": '<m:scr m:val="sans-serif"/>',
  monospace: '<m:scr m:val="monospace"/>',
  bold: '<m:sty m:val="b"/>',
  "bold-italic": '<m:sty m:val="bi"/>',
  normal: '<m:sty m:val="p"/>',
};

function identifier(element: XmlElement): string {
  const words = textWithin(element);
  const variant = ownEntry(SCRIPTS, element.attributes.mathvariant ?? "");
  return run(words, variant ?? ([...words.trim()].length > 1 ? '<m:sty m:val="p"/>' : ""));
}

function run(words: string, look = ""): string {
  // Signs that say nothing but how others belong together.
  const shown = words.replace(/[\u2061-\u2064]/g, "");
  if (shown === "") return "";
  const space = /^\s|\s$/.test(shown) ? ' xml:space="preserve"' : "";
  return `<m:r>${look && `<m:rPr>${look}</m:rPr>`}<m:t${space}>${escapeXml(shown)}</m:t></m:r>`;
}

/** Signs above words that are accents, as the standard writes them. */
const ACCENTS: Readonly<Record<string, string>> = {
  "^": "\u0302",
  ˆ: "\u0302",
  "~": "\u0303",
  "˜": "\u0303",
  ˉ: "\u0304",
  "¯": "\u0305",
  "‾": "\u0305",
  "˙": "\u0307",
  "¨": "\u0308",
  "˘": "\u0306",
  ˇ: "\u030c",
  "´": "\u0301",
  ˊ: "\u0301",
  "`": "\u0300",
  ˋ: "\u0300",
  "→": "\u20d7",
  "⃗": "\u20d7",
};

function above(base: string, over: XmlElement | undefined): string {
  const sign = kindOf(over) === "mo" ? textWithin(over).trim() : "";
  if (sign === "⏞") return grouped(base, sign, "top");
  if (sign === "‾" || sign === "―")
    return `<m:bar><m:barPr><m:pos m:val="top"/></m:barPr><m:e>${base}</m:e></m:bar>`;
  const accent = ownEntry(ACCENTS, sign);
  return accent
    ? `<m:acc><m:accPr><m:chr m:val="${accent}"/></m:accPr><m:e>${base}</m:e></m:acc>`
    : `<m:limUpp><m:e>${base}</m:e><m:lim>${one(over)}</m:lim></m:limUpp>`;
}

function below(base: string, under: XmlElement | undefined): string {
  const sign = kindOf(under) === "mo" ? textWithin(under).trim() : "";
  if (sign === "⏟") return grouped(base, sign, "bot");
  if (sign === "‾" || sign === "_" || sign === "―")
    return `<m:bar><m:barPr><m:pos m:val="bot"/></m:barPr><m:e>${base}</m:e></m:bar>`;
  return `<m:limLow><m:e>${base}</m:e><m:lim>${one(under)}</m:lim></m:limLow>`;
}

function grouped(base: string, sign: string, place: "top" | "bot"): string {
  return `<m:groupChr><m:groupChrPr><m:chr m:val="${sign}"/><m:pos m:val="${place}"/><m:vertJc m:val="${place === "top" ? "bot" : "top"}"/></m:groupChrPr><m:e>${base}</m:e></m:groupChr>`;
}
