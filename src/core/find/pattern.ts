import { folded, type Folding } from "./folded";

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
type PartSign = string | typeof ANY;
const ANY = Symbol("any letter");

/** Signs that follow each other; the first stretch of them without “any letter” is what is looked for first. */
interface Part {
  readonly signs: readonly PartSign[];
  readonly length: number;
  readonly literal: string;
  /** How many signs stand before the literal. */
  readonly before: number;
}

function partOf(signs: readonly PartSign[]): Part {
  const before = signs.findIndex((sign) => sign !== ANY);
  const end = before < 0 ? 0 : signs.findIndex((sign, i) => i > before && sign === ANY);
  const literal = before < 0 ? "" : signs.slice(before, end < 0 ? undefined : end).join("");
  return { signs, length: signs.length, literal, before: Math.max(0, before) };
}

function partsOf(sought: Sought): Pattern {
  const parts =
    sought.how === "wildcards" ? wildcardParts(sought) : [partOf(codeUnits(sought.words, sought))];
  if (parts.length === 0) return () => [];
  return (text) => {
    const { text: line, origin } = folded(text, sought);
    const found: Stretch[] = [];
    for (let at = 0; at < line.length;) {
      const match = nextMatch(line, parts, at);
      if (!match) break;
      // An accent that matters belongs to the letter before it.
      const whole =
        !(sought.accents && /\p{M}/u.test(line[match.to] ?? "")) &&
        (!sought.wholeWords || (isBorder(line, match.from) && isBorder(line, match.to)));
      if (whole) found.push({ from: origin(match.from), to: origin(match.to) });
      at = whole ? match.to : match.from + 1;
    }
    return found;
  };
}

function wildcardParts(sought: Sought): Part[] {
  const parts: PartSign[][] = [[]];
  const signs = [...sought.words];
  for (let i = 0; i < signs.length; i++) {
    const sign = signs[i]!;
    const next = signs[i + 1];
    if (sign === "\\" && (next === "*" || next === "?")) parts.at(-1)!.push(signs[++i]!);
    else if (sign === "*") parts.push([]);
    else if (sign === "?") parts.at(-1)!.push(ANY);
    else parts.at(-1)!.push(...codeUnits(sign, sought));
  }
  // “any words” at an end would be all there is up to the end of the line.
  return parts.filter((part) => part.length > 0).map(partOf);
}

function codeUnits(text: string, folding: Folding): string[] {
  return folded(text, folding).text.split("");
}

/**
 * The first place from `at` on where the parts stand in their order, as close together as they can from their last one
 * back. Each part is looked for once, so that no pattern takes longer than a look through the line for each of its parts.
 */
function nextMatch(line: string, parts: readonly Part[], at: number): Stretch | null {
  const starts: number[] = [];
  let from = at;
  for (const part of parts) {
    const start = find(line, part, from, 1);
    if (start < 0) return null;
    starts.push(start);
    from = start + part.length;
  }
  for (let i = parts.length - 2; i >= 0; i--) {
    const latest = starts[i + 1]! - parts[i]!.length;
    starts[i] = find(line, parts[i]!, latest, -1);
  }
  return { from: starts[0]!, to: from };
}

function find(line: string, { signs, length, literal, before }: Part, from: number, step: 1 | -1): number {
  for (let at = from; at >= 0 && at + length <= line.length; at += step) {
    const found = step > 0 ? line.indexOf(literal, at + before) : line.lastIndexOf(literal, at + before);
    at = found - before;
    if (found < 0 || at < 0 || at + length > line.length) return -1;
    if (literal.length === length) return at;
    if (signs.every((sign, i) => (sign === ANY ? isLetter(line[at + i]!) : line[at + i] === sign))) return at;
  }
  return -1;
}

function isLetter(sign: string): boolean {
  return /[\p{L}\p{N}]/u.test(sign);
}

/** Whether a word begins or ends at a place. */
function isBorder(line: string, at: number): boolean {
  return !(at > 0 && at < line.length && isOfWord(line[at - 1]!) && isOfWord(line[at]!));
}

function isOfWord(sign: string): boolean {
  return /[\p{L}\p{N}\p{M}_]/u.test(sign);
}

function expressionOf({ words, matchCase, wholeWords }: Sought): Pattern {
  let expression: RegExp;
  try {
    expression = new RegExp(words, `gu${matchCase ? "" : "i"}`);
  } catch (error) {
    throw new SoughtError(
      (error as Error).message.replace(/^Invalid regular expression: (?:\/.*\/\w*: )?/s, ""),
    );
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
