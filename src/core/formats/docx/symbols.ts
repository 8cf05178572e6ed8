/*
 * Characters of fonts that draw signs in the place of letters. Their codes are those of the font (with F000 added, as programs write it).
 */

/** From code 0x22 on, what the encoding of the Symbol font draws (PDF 32000-1, annex D.5); a space where it is as in ASCII or draws nothing. */
const SYMBOL: Readonly<Record<number, string>> = {
  0x22: "∀",
  0x24: "∃",
  0x27: "∍",
  0x2a: "∗",
  0x2d: "−",
  0x40: "≅",
  ...row(0x41, "ΑΒΧΔΕΦΓΗΙϑΚΛΜΝΟΠΘΡΣΤΥςΩΞΨΖ"),
  0x5c: "∴",
  0x5e: "⊥",
  ...row(0x61, "αβχδεφγηιϕκλμνοπθρστυϖωξψζ"),
  0x7e: "∼",
  ...row(0xa0, "€ϒ′≤⁄∞ƒ♣♦♥♠↔←↑→↓°±″≥×∝∂•÷≠≡≈…⏐⎯↵ℵℑℜ℘⊗⊕∅∩∪⊃⊇⊄⊂⊆∈∉∠∇®©™∏√⋅¬∧∨⇔⇐⇑⇒⇓◊〈®©™∑"),
  0xf1: "〉",
  0xf2: "∫",
};

/** What the Wingdings font draws at the codes that are met most. */
const WINGDINGS: Readonly<Record<number, string>> = {
  0x21: "✏",
  0x22: "✂",
  0x28: "☎",
  0x2a: "✉",
  0x34: "⌛",
  0x36: "⌛",
  0x37: "⌨",
  0x3e: "✇",
  0x41: "✌",
  0x45: "☜",
  0x46: "☞",
  0x47: "☝",
  0x48: "☟",
  0x4a: "☺",
  0x4c: "☹",
  0x4d: "💣",
  0x52: "☼",
  0x54: "❄",
  0x6c: "●",
  0x6d: "❍",
  0x6e: "■",
  0x6f: "□",
  0x71: "❑",
  0x72: "❒",
  0x74: "⧫",
  0x75: "◆",
  0x76: "❖",
  0x77: "⬥",
  0x9f: "•",
  0xa0: "○",
  0xa1: "○",
  0xa4: "◉",
  0xa7: "▪",
  0xa8: "□",
  0xaa: "✦",
  0xab: "★",
  0xd8: "➢",
  0xdf: "←",
  0xe0: "→",
  0xe1: "↑",
  0xe2: "↓",
  0xe8: "➔",
  0xef: "⇦",
  0xf0: "⇨",
  0xf1: "⇧",
  0xf2: "⇩",
  0xf3: "⬄",
  0xfb: "✗",
  0xfc: "✔",
  0xfd: "☒",
  0xfe: "☑",
  ...row(0x80, "⓪①②③④⑤⑥⑦⑧⑨⑩⓿❶❷❸❹❺❻❼❽❾❿"),
};

function row(from: number, characters: string): Record<number, string> {
  return Object.fromEntries([...characters].map((character, i) => [from + i, character]));
}

/** The character that a font draws for a code; null where none is known. */
export function symbolOf(font: string, code: number): string | null {
  const own = code >= 0xf000 && code <= 0xf0ff ? code - 0xf000 : code;
  const known = /^symbol$/i.test(font) ? SYMBOL[own] : /^wingdings$/i.test(font) ? WINGDINGS[own] : undefined;
  if (known) return known;
  if (own >= 0x20 && own < 0x7f && !/wingdings|webdings|dingbats/i.test(font))
    return String.fromCharCode(own);
  return code >= 0xe000 && code <= 0xf8ff ? null : String.fromCodePoint(code);
}

/** Letters as a font of signs draws them: of a run that is set in one. */
export function wordsInSymbols(font: string | undefined, words: string): string {
  if (!font || !/^(?:symbol|wingdings)$/i.test(font)) return words;
  return [...words].map((letter) => symbolOf(font, letter.codePointAt(0)!) ?? letter).join("");
}
