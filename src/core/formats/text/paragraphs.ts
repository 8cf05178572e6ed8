import { isContentsLine, isUnderline, opensLikeTitle } from "@/core/structure";
import { drawingsAmong } from "./drawn-table";

/** A paragraph of plain text: one line, or several whose ends mean something. */
export type TextParagraph = readonly string[];

/** The paragraphs of a plain text between two page breaks, and how many line ends were joined to make them. */
export interface TextParagraphs {
  readonly paragraphs: readonly TextParagraph[];
  readonly joined: number;
}

/** A line longer than this was not wrapped by hand: it is a paragraph. */
const MAX_WRAPPED_LETTERS = 120;
/** A narrower column is taken for verse or a list rather than for wrapped prose. */
const NARROWEST = 40;
/** How many titles stand right above one text; where more do, as in a list of them, none is one. */
const MAX_TITLES = 8;
/** Lines of prose stay this much below the width of their column. */
const SLACK = 2;
const ITEM = /^\s*(?:[-*•‣–+]|\(?(?:\d{1,3}|[a-z]|[ivx]{1,4})[.)])\s+\S/u;

/**
 * Makes paragraphs of lines. A blank line ends one. Line ends of text that was wrapped at a column are joined: those after
 * which the next word would not have fitted. Verse, addresses, lists, lines of a contents list, underlined titles and drawn
 * tables keep theirs. A line that begins further in than the one before, after a line that was not full, begins a paragraph.
 */
export function paragraphsOf(lines: readonly string[]): TextParagraphs {
  const runs = runsOf(lines);
  const width = columnOf(runs);
  const known = new Set<string>();
  for (const line of lines) for (const word of line.matchAll(WORD)) known.add(word[0].toLowerCase());
  const paragraphs: TextParagraph[] = [];
  let joined = 0;
  for (const run of runs)
    for (const paragraph of paragraphsOfRun(run, width)) {
      const kept = paragraph.map((parts) => parts.reduce((text, part) => together(text, part, known)));
      joined += paragraph.reduce((sum, parts) => sum + parts.length - 1, 0);
      paragraphs.push(kept);
    }
  return { paragraphs, joined };
}

/** No word is longer; a run of letters without an end would exhaust the engine that looks for it. */
const MAX_WORD_LETTERS = 100;
const WORD = new RegExp(`\\p{L}{4,${MAX_WORD_LETTERS}}`, "gu");
const BEGUN = new RegExp(`^\\p{Ll}{1,${MAX_WORD_LETTERS}}`, "u");

/** Lines that follow each other without a blank one. */
function runsOf(lines: readonly string[]): string[][] {
  const runs: string[][] = [];
  let open: string[] | null = null;
  for (const line of lines) {
    const words = line.replace(/\t/g, "    ").trimEnd();
    if (words === "") open = null;
    else if (open) open.push(words);
    else runs.push((open = [words]));
  }
  return runs;
}

/** The width at which a text was wrapped: that which nearly all lines that go on stay within. */
function columnOf(runs: readonly (readonly string[])[]): number {
  const lengths = runs
    .flatMap((run) => run.slice(0, -1).map((line) => line.length))
    .filter((length) => length <= MAX_WRAPPED_LETTERS)
    .sort((a, b) => a - b);
  return Math.max(NARROWEST, lengths[Math.floor((lengths.length - 1) * 0.95)] ?? 0);
}

/** Each paragraph as its lines, each line as the parts that are joined to one. */
function paragraphsOfRun(run: readonly string[], width: number): string[][][] {
  const parts: string[][][][] = [];
  let from = 0;
  for (const { start, end } of drawingsAmong(run)) {
    const drawing = withoutIndent(run.slice(start, end)).map((line) => [line]);
    parts.push(paragraphsOfWords(run.slice(from, start), width), [drawing]);
    from = end;
  }
  parts.push(paragraphsOfWords(run.slice(from), width));
  return parts.flat();
}

function paragraphsOfWords(run: readonly string[], width: number, titles = 0): string[][][] {
  if (run.length <= 1) return run.map((line) => [[line]]);
  if (run.length === 2 && isUnderline(run[1]!.trim())) return [[[run[0]!.trim()], [run[1]!.trim()]]];
  if (run.filter((line) => isContentsLine(line.trim())).length * 2 >= run.length)
    return [withoutIndent(run).map((line) => [line])];
  if (run.filter((line) => ITEM.test(line)).length >= 2 || (ITEM.test(run[0]!) && isHanging(run)))
    return [itemsOf(run)];
  const [first, ...rest] = run;
  // A title that stands right above its text.
  if (
    titles < MAX_TITLES &&
    !isFull(first!, rest[0]!, width) &&
    rest.length > 1 &&
    opensLikeTitle(first!.trim())
  )
    return [[[first!.trim()]], ...paragraphsOfWords(rest, width, titles + 1)];
  return isWrapped(run, width) ? wrappedParagraphs(run, width) : keptLines(run);
}

/** Whether most lines of a run end where the next word would not have fitted. */
function isWrapped(run: readonly string[], width: number): boolean {
  if (run.filter((line) => line.length > MAX_WRAPPED_LETTERS).length * 2 >= run.length) return false;
  const full = run.slice(0, -1).filter((line, i) => isFull(line, run[i + 1]!, width)).length;
  return full * 5 >= (run.length - 1) * 3;
}

function isFull(line: string, next: string, width: number): boolean {
  const word = /^\s*(\S+)/u.exec(next)?.[1] ?? "";
  return line.length + 1 + word.length > width - SLACK;
}

function wrappedParagraphs(run: readonly string[], width: number): string[][][] {
  const paragraphs: string[][] = [[run[0]!.trim()]];
  for (let i = 1; i < run.length; i++) {
    const [before, line] = [run[i - 1]!, run[i]!];
    const begins = indentOf(line) > indentOf(before) && !isFull(before, line, width);
    // In a text without blank lines each paragraph begins further in, also after a full line.
    const pattern = i + 1 < run.length && indentOf(line) >= 2 && indentOf(run[i + 1]!) < indentOf(line);
    if (begins || (pattern && indentOf(line) > indentOf(before))) paragraphs.push([line.trim()]);
    else paragraphs.at(-1)!.push(line.trim());
  }
  return paragraphs.map((parts) => [parts]);
}

/** Lines that stay; those that are longer than any wrapped line are paragraphs of their own. */
function keptLines(run: readonly string[]): string[][][] {
  const paragraphs: string[][][] = [[]];
  for (const line of withoutIndent(run)) {
    const long = line.length > MAX_WRAPPED_LETTERS;
    if (long && paragraphs.at(-1)!.length > 0) paragraphs.push([]);
    paragraphs.at(-1)!.push([line]);
    if (long) paragraphs.push([]);
  }
  return paragraphs.filter((lines) => lines.length > 0);
}

function itemsOf(run: readonly string[]): string[][] {
  const items: string[][] = [];
  for (const line of withoutIndent(run)) {
    const goesOn = items.length > 0 && !ITEM.test(line) && indentOf(line) > 0;
    if (goesOn) items.at(-1)!.push(line.trim());
    else items.push([line]);
  }
  return items;
}

/** Whether the lines after the first stand further in, as those of an item do. */
function isHanging(run: readonly string[]): boolean {
  return run.slice(1).every((line) => indentOf(line) > indentOf(run[0]!));
}

function indentOf(line: string): number {
  return line.length - line.trimStart().length;
}

function withoutIndent(run: readonly string[]): string[] {
  const common = run.reduce((least, line) => Math.min(least, indentOf(line)), Infinity);
  return run.map((line) => line.slice(common));
}

/** Two parts of a line as one. A word that was divided at the end is put together where the text has it whole elsewhere. */
function together(text: string, next: string, known: ReadonlySet<string>): string {
  const divided = /(\p{L}+)-$/u.exec(text.slice(-MAX_WORD_LETTERS));
  if (!divided) return `${text} ${next}`;
  const rest = BEGUN.exec(next)?.[0];
  if (!rest) return text + next;
  return known.has((divided[1]! + rest).toLowerCase()) ? text.slice(0, -1) + next : text + next;
}
