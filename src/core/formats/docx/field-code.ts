import { ownEntry } from "@/core/own-entry";

/** The instruction of a field in its parts (ISO 29500-1, 17.16.2). */
export interface FieldCode {
  /** What it makes, in capitals: `REF`, `TOC`. */
  readonly kind: string;
  /** Words that are no switch nor belong to one, quotation marks taken off. */
  readonly words: readonly string[];
  /** Its switches in lower case, without the backslash, with the word behind each; empty where none belongs to it. */
  readonly switches: ReadonlyMap<string, string>;
}

/** By kind of field, the switches that take no word. `\h` of a REF would else take what follows. */
const BARE: Readonly<Record<string, string>> = {
  REF: "fhnprtw",
  PAGEREF: "hp",
  NOTEREF: "fhp",
  HYPERLINK: "mn",
  TOC: "huwxza",
  XE: "bi",
  SEQ: "chn",
  STYLEREF: "lnprtw",
};

/** Reads an instruction. */
export function fieldCode(instruction: string): FieldCode {
  const parts = [
    ...instruction.matchAll(
      /"((?:[^"\\]|\\.)*)"?|\\([a-z*#@!])|([^\s"\\]+(?:\\(?![a-z*#@!]\b)[^\s"]*)*)|\\/gi,
    ),
  ];
  const [first, ...rest] = parts;
  const kind = (first?.[3] ?? first?.[1] ?? "").toUpperCase();
  const bare = ownEntry(BARE, kind) ?? "";
  const words: string[] = [];
  const switches = new Map<string, string>();
  let waits: string | null = null;
  for (const [, quoted, letter, plain] of rest) {
    if (letter !== undefined) {
      waits = letter.toLowerCase();
      switches.set(waits, "");
      if (bare.includes(waits)) waits = null;
      continue;
    }
    // A colon that parts no entry of an index keeps its sign.
    const word = quoted !== undefined ? quoted.replace(/\\([^:])/g, "$1") : plain;
    if (word === undefined) continue;
    if (waits === null) words.push(word);
    else switches.set(waits, word);
    waits = null;
  }
  return { kind, words, switches };
}
