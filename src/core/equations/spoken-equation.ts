import { drawEquation } from "./draw-equation";
import { spokenWords, type SpokenWords } from "./spoken-words";

/** A part of an equation in MathML: an element with what it holds, or the words of one that holds no elements. */
interface Part {
  readonly name: string;
  readonly parts: Part[];
  words: string;
}

/**
 * An equation in TeX as it is said aloud in a language, of those for which there are words, else in English: “the fraction a over b”. The TeX
 * itself where it has a fault.
 */
export function spokenEquation(tex: string, language: string): string {
  const drawn = drawEquation(tex, { form: "mathml", block: true });
  if (!("html" in drawn)) return tex.trim();
  const spoken = say(partsOf(drawn.html), spokenWords(language));
  return spoken.replace(/\s+/g, " ").trim() || tex.trim();
}

const ENTITIES: Record<string, string> = { "&lt;": "<", "&gt;": ">", "&amp;": "&", "&quot;": '"' };

/** Reads the MathML that is made here, which has neither comments nor elements that are not closed. */
function partsOf(html: string): Part {
  const root: Part = { name: "math", parts: [], words: "" };
  const open = [root];
  for (const [token, closes, name] of html.matchAll(/<(\/?)([a-z]+)[^>]*?(?:\/>|>)|[^<]+/g)) {
    const around = open.at(-1)!;
    if (name === undefined)
      around.words += token.replace(/&(?:lt|gt|amp|quot);/g, (entity) => ENTITIES[entity]!);
    else if (closes) {
      if (open.length > 1) open.pop();
    } else {
      const part: Part = { name, parts: [], words: "" };
      around.parts.push(part);
      if (!token.endsWith("/>")) open.push(part);
    }
  }
  return root;
}

function say(part: Part, words: SpokenWords): string {
  const { name, parts } = part;
  const [first, second, third] = parts.map((one) => say(one, words));
  switch (name) {
    case "annotation":
      return "";
    case "mfrac":
      return words.fraction(first!, second!);
    case "msqrt":
      return words.root(parts.map((one) => say(one, words)).join(" "));
    case "mroot":
      return second === "3" ? words.cubeRoot(first!) : words.rootOf(second!, first!);
    case "msup":
      return power(first!, second!, words);
    case "msub":
    case "munder":
      return isLarge(parts[0]!) ? words.over(first!, second!) : words.sub(first!, second!);
    case "msubsup":
    case "munderover":
      return isLarge(parts[0]!)
        ? words.fromTo(first!, second!, third!)
        : power(words.sub(first!, second!), third!, words);
    case "mover":
      return words.accent(first!, parts[1]!.words.trim());
    case "mtable":
      return words.matrix(parts.map((row) => row.parts.map((cell) => say(cell, words))));
    case "mo":
      return words.operators[part.words.trim()] ?? part.words.replace(/[\u2061-\u2064]/g, "");
    default:
      return parts.length > 0
        ? parts.map((one) => say(one, words)).join(" ")
        : (words.operators[part.words.trim()] ?? part.words);
  }
}

function power(base: string, exponent: string, words: SpokenWords): string {
  if (exponent === "2") return words.squared(base);
  if (exponent === "3") return words.cubed(base);
  return exponent.trim() === "′" || exponent.trim() === words.operators["′"]
    ? `${base} ${words.operators["′"]}`
    : words.power(base, exponent);
}

/** Whether something has limits: a sum, an integral, a limit. */
function isLarge(part: Part): boolean {
  const own = part.parts.length > 0 ? part.parts.map((one) => one.words).join("") : part.words;
  return /[∑∏∫∬∭∮⋃⋂⋁⋀]|^(?:lim|max|min|sup|inf)/u.test(own.trim());
}
