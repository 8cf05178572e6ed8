import { francAll } from "franc";
import type { Node } from "prosemirror-model";
import { isKind, isMark } from "@/core/document";

/** The languages that are recognised, by their ISO 639-3 codes. */
const TAGS: Readonly<Record<string, string>> = {
  arb: "ar",
  bul: "bg",
  cat: "ca",
  ces: "cs",
  cmn: "zh",
  dan: "da",
  deu: "de",
  ell: "el",
  eng: "en",
  est: "et",
  fin: "fi",
  fra: "fr",
  heb: "he",
  hin: "hi",
  hrv: "hr",
  hun: "hu",
  ind: "id",
  isl: "is",
  ita: "it",
  jpn: "ja",
  kor: "ko",
  lit: "lt",
  nld: "nl",
  nob: "nb",
  pes: "fa",
  pol: "pl",
  por: "pt",
  ron: "ro",
  rus: "ru",
  slk: "sk",
  slv: "sl",
  spa: "es",
  srp: "sr",
  swe: "sv",
  tha: "th",
  tur: "tr",
  ukr: "uk",
  urd: "ur",
  vie: "vi",
};
const KNOWN = Object.keys(TAGS);

/** Fewer letters tell too little. */
const MIN_LETTERS = 120;
/** How many are looked at, from all over the text. */
const MAX_LETTERS = 8_000;
const FROM_ONE_BLOCK = 400;

/** The language of a document's words, as a BCP 47 tag, by how often three letters follow each other; null where there are too few words to tell. */
export function recognisedLanguage(doc: Node): string | null {
  const words = sampleOf(doc);
  if (words.replace(/[^\p{L}]/gu, "").length < MIN_LETTERS) return null;
  const [first] = francAll(words, { only: KNOWN, minLength: MIN_LETTERS });
  return (first && TAGS[first[0]]) ?? null;
}

/** Words from all over a document, without code. */
function sampleOf(doc: Node): string {
  const pieces: string[] = [];
  doc.descendants((node) => {
    if (isKind(node, "code_block")) return false;
    if (!node.isTextblock) return true;
    const prose: string[] = [];
    node.forEach((child) => {
      if (child.isText && !child.marks.some((mark) => isMark(mark, "code"))) prose.push(child.text!);
    });
    const piece = prose.join("").slice(0, FROM_ONE_BLOCK).trim();
    if (piece !== "") pieces.push(piece);
    return false;
  });
  const whole = pieces.reduce((sum, { length }) => sum + length, 0);
  const each = Math.max(1, Math.floor(whole / MAX_LETTERS));
  return pieces.filter((_, i) => i % each === 0).join("\n");
}
