/** Characters that mean something else in TeX, or nothing; all others stand for themselves. */
const SPECIAL: Readonly<Record<string, string>> = {
  "\\": "\\backslash ",
  "{": "\\{",
  "}": "\\}",
  "#": "\\#",
  $: "\\$",
  "%": "\\%",
  "&": "\\&",
  _: "\\_",
  "^": "\\hat{}",
  "~": "\\sim ",
  "\u00a0": "\\ ",
  "\u2061": "",
  "\u2062": "",
  "\u2063": "",
  "\u2003": "\\quad ",
  "\u2009": "\\,",
  "\u200b": "",
};

/** Characters of an equation in TeX. */
export function mathCharacters(words: string): string {
  return [...words].map((character) => SPECIAL[character] ?? character).join("");
}

/** Plain words within an equation, as they stand in `\text{…}`. */
export function plainTextTex(words: string): string {
  return words.replace(/[\\{}#$%&_^~]/g, (character) =>
    character === "\\"
      ? "\\textbackslash{}"
      : character === "^" || character === "~"
        ? `\\${character}{}`
        : `\\${character}`,
  );
}
