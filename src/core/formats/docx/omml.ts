import { ownEntry } from "@/core/own-entry";
import { childNamed, childrenNamed, elementsIn, type XmlElement } from "../xml/element";
import { FUNCTIONS, LARGE_OPERATORS } from "../equations/known-names";
import { mathCharacters, plainTextTex } from "../equations/tex-characters";
import { isOn } from "./names";

/** An equation of ISO 29500-1 (22.1) in TeX. Characters that TeX has no need to name stay as they are. */
export function texOf(element: XmlElement): string {
  return sequence(element).trim();
}

/** What one kind of element says in TeX. */
type Rule = (element: XmlElement) => string;

const RULES: Readonly<Record<string, Rule>> = {
  "m:r": run,
  "m:f": fraction,
  "m:sSup": (it) => `${base(it)}^{${part(it, "m:sup")}}`,
  "m:sSub": (it) => `${base(it)}_{${part(it, "m:sub")}}`,
  "m:sSubSup": (it) => `${base(it)}_{${part(it, "m:sub")}}^{${part(it, "m:sup")}}`,
  "m:sPre": (it) => `{}_{${part(it, "m:sub")}}^{${part(it, "m:sup")}}${base(it)}`,
  "m:rad": radical,
  "m:nary": nary,
  "m:d": delimited,
  "m:func": (it) => `${functionName(childNamed(it, "m:fName"))}{${part(it, "m:e")}}`,
  "m:limLow": (it) => `\\underset{${part(it, "m:lim")}}{${part(it, "m:e")}}`,
  "m:limUpp": (it) => `\\overset{${part(it, "m:lim")}}{${part(it, "m:e")}}`,
  "m:acc": accent,
  "m:bar": (it) =>
    `\\${setting(it, "m:barPr", "m:pos") === "bot" ? "underline" : "overline"}{${part(it, "m:e")}}`,
  "m:groupChr": grouped,
  "m:m": matrix,
  "m:eqArr": (it) => `\\begin{aligned}${childrenNamed(it, "m:e").map(sequence).join("\\\\ ")}\\end{aligned}`,
  "m:borderBox": (it) => `\\boxed{${part(it, "m:e")}}`,
  "m:box": (it) => `{${part(it, "m:e")}}`,
  "m:phant": (it) => (isShown(it) ? `{${part(it, "m:e")}}` : `\\phantom{${part(it, "m:e")}}`),
};

function sequence(element: XmlElement | null): string {
  let tex = "";
  for (const child of elementsIn(element)) {
    if (child.name.endsWith("Pr")) continue;
    const made = ownEntry(RULES, child.name)?.(child) ?? sequence(child);
    // A command would go on into the letter behind it.
    tex += /\\[a-z]+$/i.test(tex) && /^[a-z]/i.test(made) ? ` ${made}` : made;
  }
  return tex;
}

function part(element: XmlElement, name: string): string {
  return sequence(childNamed(element, name));
}

/** What stands before an index: as one, where it is more than a letter. */
function base(element: XmlElement): string {
  const tex = part(element, "m:e");
  return [...tex].length === 1 || /^\\[a-z]+$/i.test(tex) ? tex : `{${tex}}`;
}

/** A setting's value; undefined where it is not written, empty where it has none. */
function setting(element: XmlElement, properties: string, name: string): string | undefined {
  const found = childNamed(childNamed(element, properties), name);
  return found ? (found.attributes["m:val"] ?? "") : undefined;
}

function isShown(element: XmlElement): boolean {
  const shown = childNamed(childNamed(element, "m:phantPr"), "m:show");
  return shown === null || isOn(shown.attributes["m:val"]);
}

const STYLES: Readonly<Record<string, string>> = {
  "double-struck": "mathbb",
  script: "mathcal",
  fraktur: "mathfrak",
  "sans-serif": "mathsf",
  monospace: "mathtt",
};

function run(element: XmlElement): string {
  const words = childrenNamed(element, "m:t")
    .map(({ content }) => content.join(""))
    .join("");
  if (words === "") return "";
  const properties = childNamed(element, "m:rPr");
  const style = childNamed(properties, "m:sty")?.attributes["m:val"];
  const script = ownEntry(STYLES, childNamed(properties, "m:scr")?.attributes["m:val"] ?? "");
  if (childNamed(properties, "m:nor")) return `\\text{${plainTextTex(words)}}`;
  const tex = mathCharacters(words);
  if (script) return `\\${script}{${tex}}`;
  if (style === "b" || style === "bi") return `\\${style === "b" ? "mathbf" : "boldsymbol"}{${tex}}`;
  // Upright letters: a name of some letters, or a unit.
  return style === "p" && /[a-z]/i.test(words) ? `\\mathrm{${tex}}` : tex;
}

function fraction(element: XmlElement): string {
  const [over, under] = [part(element, "m:num"), part(element, "m:den")];
  switch (setting(element, "m:fPr", "m:type")) {
    case "lin":
    case "skw":
      return `{${over}}/{${under}}`;
    case "noBar":
      return `{{${over}}\\atop{${under}}}`;
    default:
      return `\\frac{${over}}{${under}}`;
  }
}

function radical(element: XmlElement): string {
  const hidden = childNamed(childNamed(element, "m:radPr"), "m:degHide");
  const degree = hidden && isOn(hidden.attributes["m:val"]) ? "" : part(element, "m:deg");
  return `\\sqrt${degree ? `[${degree}]` : ""}{${part(element, "m:e")}}`;
}

function nary(element: XmlElement): string {
  const sign = setting(element, "m:naryPr", "m:chr") ?? "∫";
  const operator = ownEntry(LARGE_OPERATORS, sign) ?? `\\mathop{${mathCharacters(sign)}}`;
  const limits =
    setting(element, "m:naryPr", "m:limLoc") === "undOvr" && operator.includes("int") ? "\\limits" : "";
  const [sub, sup] = [part(element, "m:sub"), part(element, "m:sup")];
  return `${operator}${limits}${sub ? `_{${sub}}` : ""}${sup ? `^{${sup}}` : ""}{${part(element, "m:e")}}`;
}

const DELIMITERS: Readonly<Record<string, string>> = {
  "{": "\\{",
  "}": "\\}",
  "⟨": "\\langle ",
  "⟩": "\\rangle ",
  "〈": "\\langle ",
  "〉": "\\rangle ",
  "‖": "\\|",
  "⌈": "\\lceil ",
  "⌉": "\\rceil ",
  "⌊": "\\lfloor ",
  "⌋": "\\rfloor ",
};

function delimited(element: XmlElement): string {
  const sign = (name: string, otherwise: string) => {
    const written = setting(element, "m:dPr", name);
    if (written === "") return ".";
    return ownEntry(DELIMITERS, written ?? otherwise) ?? written ?? otherwise;
  };
  const parts = childrenNamed(element, "m:e").map(sequence);
  const between = setting(element, "m:dPr", "m:sepChr") ?? "|";
  const inside = parts.join(between === "|" ? "\\middle|" : mathCharacters(between));
  return `\\left${sign("m:begChr", "(")}${inside}\\right${sign("m:endChr", ")")}`;
}

/** What a function is called: with its limits, where it has some. */
function functionName(name: XmlElement | null): string {
  const inner = [...elementsIn(name)].filter((child) => !child.name.endsWith("Pr"));
  const only = inner.length === 1 ? inner[0]! : null;
  if (
    only &&
    (only.name === "m:limLow" || only.name === "m:limUpp" || only.name === "m:sSup" || only.name === "m:sSub")
  ) {
    const called = functionName(childNamed(only, "m:e"));
    const [where, sign] =
      only.name === "m:limLow"
        ? ["m:lim", "_"]
        : only.name === "m:limUpp"
          ? ["m:lim", "^"]
          : only.name === "m:sSup"
            ? ["m:sup", "^"]
            : ["m:sub", "_"];
    return `${called}${sign}{${part(only, where!)}}`;
  }
  const words = inner
    .flatMap((child) => childrenNamed(child, "m:t").map(({ content }) => content.join("")))
    .join("")
    .trim();
  return FUNCTIONS.test(words) ? `\\${words}` : `\\operatorname{${mathCharacters(words)}}`;
}

const ACCENTS: Readonly<Record<string, string>> = {
  "\u0302": "hat",
  "^": "hat",
  "\u0303": "tilde",
  "~": "tilde",
  "\u0304": "bar",
  "\u0305": "overline",
  "\u00af": "bar",
  "\u0307": "dot",
  "\u0308": "ddot",
  "\u20db": "dddot",
  "\u0306": "breve",
  "\u030c": "check",
  "\u0301": "acute",
  "\u0300": "grave",
  "\u20d7": "vec",
  "\u20d6": "overleftarrow",
  "\u20e1": "overleftrightarrow",
};

function accent(element: XmlElement): string {
  const sign = setting(element, "m:accPr", "m:chr") ?? "\u0302";
  return `\\${ownEntry(ACCENTS, sign) ?? "hat"}{${part(element, "m:e")}}`;
}

function grouped(element: XmlElement): string {
  const sign = setting(element, "m:groupChrPr", "m:chr") ?? "⏟";
  const inner = part(element, "m:e");
  if (sign === "⏟") return `\\underbrace{${inner}}`;
  if (sign === "⏞") return `\\overbrace{${inner}}`;
  return setting(element, "m:groupChrPr", "m:pos") === "top"
    ? `\\overset{${mathCharacters(sign)}}{${inner}}`
    : `\\underset{${mathCharacters(sign)}}{${inner}}`;
}

function matrix(element: XmlElement): string {
  const rows = childrenNamed(element, "m:mr").map((row) =>
    childrenNamed(row, "m:e").map(sequence).join(" & "),
  );
  return `\\begin{matrix}${rows.join("\\\\ ")}\\end{matrix}`;
}
