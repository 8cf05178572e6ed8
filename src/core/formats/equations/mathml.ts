import { ownEntry } from "@/core/own-entry";
import { childNamed, elementsIn, textWithin, type XmlElement } from "../xml/element";
import { FUNCTIONS, LARGE_OPERATORS } from "./known-names";
import { mathCharacters, plainTextTex } from "./tex-characters";

/**
 * An equation of MathML (MathML Core, and the elements of MathML 3 that programs still write) in TeX. One that carries its TeX as an annotation
 * is that. Names carry the prefix `math:`.
 */
export function texOfMathML(element: XmlElement): string {
  return (annotated(element) ?? sequence(element)).trim();
}

function annotated(element: XmlElement): string | null {
  for (const child of elementsIn(childNamed(element, "math:semantics") ?? element))
    if (child.name === "math:annotation" && /tex/i.test(child.attributes.encoding ?? ""))
      return textWithin(child);
  return null;
}

type Rule = (element: XmlElement, parts: readonly XmlElement[]) => string;

const RULES: Readonly<Record<string, Rule>> = {
  semantics: (_, [first]) => one(first),
  annotation: () => "",
  "annotation-xml": () => "",
  mi: identifier,
  mn: (it) => mathCharacters(words(it)),
  mo: operator,
  mtext: (it) => (textWithin(it).trim() === "" ? "\\ " : `\\text{${plainTextTex(textWithin(it))}}`),
  ms: (it) => `\\text{“${plainTextTex(textWithin(it))}”}`,
  mspace: (it) => (it.attributes.linebreak === "newline" ? "\\\\ " : "\\;"),
  mfrac: fraction,
  msqrt: (it) => `\\sqrt{${sequence(it)}}`,
  mroot: (_, [base, degree]) => `\\sqrt[${one(degree)}]{${one(base)}}`,
  msup: (_, [base, sup]) => `${indexed(base)}^{${one(sup)}}`,
  msub: (_, [base, sub]) => `${indexed(base)}_{${one(sub)}}`,
  msubsup: (_, [base, sub, sup]) => `${indexed(base)}_{${one(sub)}}^{${one(sup)}}`,
  munder: (_, [base, under]) => below(base, under),
  mover: (_, [base, over]) => above(base, over),
  munderover: (_, [base, under, over]) => `${indexed(base)}${limits(base)}_{${one(under)}}^{${one(over)}}`,
  mmultiscripts: (_, [base, sub, sup]) => `${indexed(base)}_{${one(sub)}}^{${one(sup)}}`,
  mfenced: fenced,
  mtable: (_, rows) => `\\begin{matrix}${rows.map(row).join("\\\\ ")}\\end{matrix}`,
  mphantom: (it) => `\\phantom{${sequence(it)}}`,
  menclose: (it) => `\\boxed{${sequence(it)}}`,
  none: () => "",
  mprescripts: () => "",
};

function sequence(element: XmlElement | undefined): string {
  let tex = "";
  for (const child of elementsIn(element)) {
    const made = one(child);
    // A command would go on into the letter behind it.
    tex += /\\[a-z]+$/i.test(tex) && /^[a-z0-9]/i.test(made) ? ` ${made}` : made;
  }
  return tex;
}

function one(element: XmlElement | undefined): string {
  if (!element) return "";
  const rule = ownEntry(RULES, element.name.replace(/^math:/, ""));
  return rule ? rule(element, [...elementsIn(element)]) : sequence(element);
}

function words(element: XmlElement): string {
  return textWithin(element).replace(/\s+/g, " ").trim();
}

const VARIANTS: Readonly<Record<string, string>> = {
  bold: "mathbf",
  "bold-italic": "boldsymbol",
  "double-struck": "mathbb",
  script: "mathcal",
  fraktur: "mathfrak",
  "sans-serif": "mathsf",
  monospace: "mathtt",
  normal: "mathrm",
};

function identifier(element: XmlElement): string {
  const name = words(element);
  if (name === "") return "";
  if (FUNCTIONS.test(name)) return `\\${name}`;
  const variant = ownEntry(VARIANTS, element.attributes.mathvariant ?? "");
  const tex = mathCharacters(name);
  if (variant && !(variant === "mathrm" && !/[a-z]/i.test(name))) return `\\${variant}{${tex}}`;
  return [...name].length > 1 && /^[\p{L}\d]+$/u.test(name) ? `\\mathrm{${tex}}` : tex;
}

const OPERATORS: Readonly<Record<string, string>> = {
  ...LARGE_OPERATORS,
  "⁡": "",
  "⁢": "",
  "⁣": "",
  "‖": "\\|",
};

function operator(element: XmlElement): string {
  const sign = words(element);
  return ownEntry(OPERATORS, sign) ?? (FUNCTIONS.test(sign) ? `\\${sign}` : mathCharacters(sign));
}

/** What stands before an index: as one, where it is more than a letter. */
function indexed(element: XmlElement | undefined): string {
  const tex = one(element);
  return [...tex].length === 1 || /^\\[a-z]+$/i.test(tex) ? tex : `{${tex}}`;
}

function fraction(element: XmlElement, [over, under]: readonly XmlElement[]): string {
  if (element.attributes.bevelled === "true") return `{${one(over)}}/{${one(under)}}`;
  return /^0(?:[a-z]*)?$/.test(element.attributes.linethickness ?? "1")
    ? `{{${one(over)}}\\atop{${one(under)}}}`
    : `\\frac{${one(over)}}{${one(under)}}`;
}

const OVER: Readonly<Record<string, string>> = {
  "^": "hat",
  "\u02c6": "hat",
  "\u0302": "hat",
  "~": "tilde",
  "\u02dc": "tilde",
  "\u0303": "tilde",
  "¯": "bar",
  "‾": "overline",
  "\u0304": "bar",
  "\u0305": "overline",
  "˙": "dot",
  "\u0307": "dot",
  "¨": "ddot",
  "\u0308": "ddot",
  "→": "vec",
  "\u20d7": "vec",
  "⏞": "overbrace",
};

function above(base: XmlElement | undefined, over: XmlElement | undefined): string {
  const accent = over && over.name === "math:mo" ? ownEntry(OVER, words(over)) : undefined;
  if (accent) return `\\${accent}{${one(base)}}`;
  return isLarge(base) ? `${one(base)}^{${one(over)}}` : `\\overset{${one(over)}}{${one(base)}}`;
}

function below(base: XmlElement | undefined, under: XmlElement | undefined): string {
  const sign = under ? words(under) : "";
  if (sign === "_" || sign === "\u0332") return `\\underline{${one(base)}}`;
  if (sign === "⏟") return `\\underbrace{${one(base)}}`;
  return isLarge(base) ? `${one(base)}_{${one(under)}}` : `\\underset{${one(under)}}{${one(base)}}`;
}

/** Whether something takes what stands below it as its limit. */
function isLarge(element: XmlElement | undefined): boolean {
  return (
    element !== undefined &&
    /^\\(?:sum|prod|coprod|bigcup|bigcap|lim|max|min|sup|inf|det|gcd|Pr)$/.test(one(element))
  );
}

function limits(base: XmlElement | undefined): string {
  return /^\\(?:i{1,3}nt|oint)$/.test(one(base)) ? "\\limits" : "";
}

const BRACES: Readonly<Record<string, string>> = { "{": "\\{", "}": "\\}" };

function fenced({ attributes }: XmlElement, parts: readonly XmlElement[]): string {
  const sign = (written: string) => (written === "" ? "." : (ownEntry(BRACES, written) ?? written));
  const between = attributes.separators ?? ",";
  return `\\left${sign(attributes.open ?? "(")}${parts.map(one).join(between === "" ? "" : mathCharacters(between[0]!))}\\right${sign(attributes.close ?? ")")}`;
}

function row(element: XmlElement): string {
  return [...elementsIn(element)].map((cell) => sequence(cell)).join(" & ");
}
