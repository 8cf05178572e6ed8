/** A text in a form in which letters that count as the same are the same, and where each of its signs came from. */
export interface Folded {
  readonly text: string;
  /** Where the sign at a place stands in the original; at the end, its length. */
  origin(at: number): number;
}

export interface Folding {
  readonly matchCase: boolean;
  readonly accents: boolean;
}

/** Characters that typists and programs use for each other. */
const SAME: Readonly<Record<string, string>> = {
  "\u00a0": " ",
  "\u202f": " ",
  "\u2009": " ",
  "’": "'",
  "‘": "'",
  "“": '"',
  "”": '"',
};

/**
 * Folds a text: capitals and accents away where they do not matter, and always spaces and quotation marks of any kind into
 * plain ones. Letters put together from parts are the same as those that are one sign.
 */
export function folded(text: string, { matchCase, accents }: Folding): Folded {
  if (/^[\x20-\x7e]*$/.test(text)) return { text: matchCase ? text : text.toLowerCase(), origin: (at) => at };
  const known = matchCase ? (accents ? KNOWN.both : KNOWN.capitals) : accents ? KNOWN.accents : KNOWN.none;
  const fold = (character: string) => {
    let plain = known.get(character);
    if (plain === undefined)
      known.set(character, (plain = foldedCharacter(character, { matchCase, accents })));
    return plain;
  };
  let inPlace = true;
  const quick = text.replace(/[^\x20-\x7e]/gu, (character) => {
    const plain = fold(character);
    inPlace &&= plain.length === character.length;
    return plain;
  });
  if (inPlace) return { text: matchCase ? quick : quick.toLowerCase(), origin: (at) => at };
  let out = "";
  const origins: number[] = [];
  let at = 0;
  for (const character of text) {
    const plain = fold(character);
    for (let i = 0; i < plain.length; i++) origins.push(at);
    out += plain;
    at += character.length;
  }
  return { text: out, origin: (i) => origins[i] ?? text.length };
}

/** What signs were folded to, by what matters: a text has few different ones, and asks for them again and again. */
const KNOWN = {
  none: new Map<string, string>(),
  capitals: new Map<string, string>(),
  accents: new Map<string, string>(),
  both: new Map<string, string>(),
};

function foldedCharacter(character: string, { matchCase, accents }: Folding): string {
  let plain = SAME[character] ?? character.normalize("NFD");
  if (!accents) plain = plain.replace(/\p{M}/gu, "");
  return matchCase ? plain : plain.toLowerCase();
}
