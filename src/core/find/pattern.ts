import { messageOf } from "@/core/thrown";
import { folded, type Folding } from "./folded";
import { CharactersFinder } from "./characters-finder";

/** What is sought, and how it is meant. */
export interface Sought extends Folding {
  readonly words: string;
  /**
   * `words`: as they stand. `wildcards`: `*` stands for any words in between, `?` for one letter; `\*` and `\?` for
   * themselves. `expression`: a regular expression, which may take for ever.
   */
  readonly how: "words" | "wildcards" | "expression";
  readonly wholeWords: boolean;
}

/** A stretch of a text. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** Finds in one text, from its beginning, stretches that do not overlap. */
export type Pattern = (text: string) => Stretch[];

/** What is sought as a pattern. Throws a {@link SoughtError} that says in words what is wrong with an expression. */
export function patternOf(sought: Sought): Pattern {
  if (sought.words === "") return () => [];
  return sought.how === "expression" ? expressionOf(sought) : partsOf(sought);
}

/**
 * Signs that stand in every text in which something is found, with capitals and accents folded away; none for an expression.
 * For an index that proposes texts.
 */
export function literalsOf(sought: Sought): string[] {
  if (sought.how === "expression") return [];
  const loose = { ...sought, matchCase: false, accents: false };
  const parts = sought.how === "wildcards" ? wildcardParts(loose) : [partOf(codeUnits(sought.words, loose))];
  return parts.map(({ literal }) => literal).filter(Boolean);
}

/** What is sought cannot be understood; the message says why. */
export class SoughtError extends Error {
  override readonly name = "SoughtError";
}

/** Whether an error is a {@link SoughtError}, whichever bundle of the program made it. */
export function isSoughtError(error: unknown): error is SoughtError {
  return error instanceof Error && error.name === "SoughtError";
}

/** A sign of a part: itself, or any letter. */
type PatternCharacter = string | typeof ANY;
const ANY = Symbol("any letter");

/** Signs that follow each other. */
interface Part {
  readonly characters: readonly PatternCharacter[];
  /** The first stretch of them without “any letter”. */
  readonly literal: string;
  /** Finds them where “any letter” is among them; null where they are plain text. */
  readonly found: CharactersFinder | null;
}

function partOf(characters: readonly PatternCharacter[]): Part {
  const before = characters.findIndex((character) => character !== ANY);
  const end = before < 0 ? 0 : characters.findIndex((character, i) => i > before && character === ANY);
  const literal = before < 0 ? "" : characters.slice(before, end < 0 ? undefined : end).join("");
  const plain = literal.length === characters.length;
  return {
    characters,
    literal,
    found: plain
      ? null
      : new CharactersFinder(characters.map((character) => (character === ANY ? null : character))),
  };
}

function partsOf(sought: Sought): Pattern {
  const parts =
    sought.how === "wildcards" ? wildcardParts(sought) : [partOf(codeUnits(sought.words, sought))];
  if (parts.length === 0) return () => [];
  return (text) => {
    const { text: line, origin } = folded(text, sought);
    const edges: Edges = {
      begin: (at) => !sought.wholeWords || isBorder(line, at),
      // An accent that matters belongs to the letter before it.
      end: (at) =>
        !(sought.accents && /\p{M}/u.test(line[at] ?? "")) && (!sought.wholeWords || isBorder(line, at)),
    };
    const found: Stretch[] = [];
    for (let at = 0; at < line.length;) {
      const match = nextMatch(line, parts, edges, at);
      if (!match) break;
      found.push({ from: origin(match.from), to: origin(match.to) });
      at = match.to;
    }
    return found;
  };
}

/** Where what is found may begin and end. */
interface Edges {
  begin(at: number): boolean;
  end(at: number): boolean;
}

function wildcardParts(sought: Sought): Part[] {
  const parts: PatternCharacter[][] = [[]];
  const characters = [...sought.words];
  for (let i = 0; i < characters.length; i++) {
    const character = characters[i]!;
    const next = characters[i + 1];
    if (character === "\\" && (next === "*" || next === "?")) parts.at(-1)!.push(characters[++i]!);
    else if (character === "*") parts.push([]);
    else if (character === "?") parts.at(-1)!.push(ANY);
    else parts.at(-1)!.push(...codeUnits(character, sought));
  }
  // “any words” at an end would be all there is up to the end of the line.
  return parts.filter((part) => part.length > 0).map(partOf);
}

function codeUnits(text: string, folding: Folding): string[] {
  return folded(text, folding).text.split("");
}

/**
 * The first place from `at` on where the parts stand in their order, as close together as they can from their last one
 * back. What is passed over is never looked at again, so that all that is found in a line takes two looks through it.
 */
function nextMatch(line: string, parts: readonly Part[], edges: Edges, at: number): Stretch | null {
  const last = parts.length - 1;
  const mayStand = (i: number) => (from: number) =>
    (i > 0 || edges.begin(from)) && (i < last || edges.end(from + parts[i]!.characters.length));
  const starts: number[] = [];
  let from = at;
  for (const [i, part] of parts.entries()) {
    const start = find(line, part, from, 1, mayStand(i));
    if (start < 0) return null;
    starts.push(start);
    from = start + part.characters.length;
  }
  for (let i = last - 1; i >= 0; i--) {
    const latest = starts[i + 1]! - parts[i]!.characters.length;
    starts[i] = find(line, parts[i]!, latest, -1, mayStand(i));
  }
  return { from: starts[0]!, to: from };
}

/** The first place from one on, or the last up to it, where a part stands and may stand; −1 where there is none. */
function find(
  line: string,
  { characters, literal, found }: Part,
  from: number,
  step: 1 | -1,
  mayStand: (at: number) => boolean,
): number {
  if (found) return found.find(line, from, step, mayStand);
  for (let at = from; at >= 0 && at + characters.length <= line.length; at += step) {
    at = step > 0 ? line.indexOf(literal, at) : line.lastIndexOf(literal, at);
    if (at < 0 || mayStand(at)) return at;
  }
  return -1;
}

/** Whether a word begins or ends at a place. */
function isBorder(line: string, at: number): boolean {
  return !(at > 0 && at < line.length && isOfWord(line[at - 1]!) && isOfWord(line[at]!));
}

function isOfWord(character: string): boolean {
  return /[\p{L}\p{N}\p{M}_]/u.test(character);
}

function expressionOf({ words, matchCase, wholeWords }: Sought): Pattern {
  let expression: RegExp;
  try {
    expression = new RegExp(words, `gu${matchCase ? "" : "i"}`);
  } catch (error) {
    throw new SoughtError(messageOf(error).replace(/^Invalid regular expression: (?:\/.*\/\w*: )?/s, ""));
  }
  return (text) => {
    const found: Stretch[] = [];
    for (const match of text.matchAll(expression)) {
      const to = match.index + match[0].length;
      // Nothing can be shown or replaced where nothing stands.
      if (to > match.index && (!wholeWords || (isBorder(text, match.index) && isBorder(text, to))))
        found.push({ from: match.index, to });
    }
    return found;
  };
}

/**
 * What takes the place of what was found: in words for an expression `$1` stands for what its first group found, `$&` for all,
 * `$$` for the sign itself (as ECMAScript has it). Anything else is put in as it is typed.
 */
export function replacementFor(sought: Sought, typed: string): string | ((found: string) => string) {
  if (sought.how !== "expression" || !typed.includes("$")) return typed;
  const expression = new RegExp(sought.words, `u${sought.matchCase ? "" : "i"}`);
  return (found) => found.replace(expression, typed);
}
