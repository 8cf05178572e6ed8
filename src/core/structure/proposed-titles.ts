import type { Node } from "prosemirror-model";
import { idOf, isKind, levelOf, type DestinationId } from "@/core/document";
import { linesOf } from "./lines";
import { cluesOf, type TitleClue } from "./title-clues";
import { TitleMap } from "./title-map";
import { typedContents } from "./typed-contents";

/** A line that looks like a title, or a heading that seems to have another level than it has. */
export interface ProposedTitle {
  readonly id: DestinationId;
  /** Where its block begins. */
  readonly pos: number;
  readonly words: string;
  /** Its level: 1 to 6, or 0 for text. */
  readonly now: number;
  readonly level: number;
  readonly clues: readonly TitleClue[];
  /** Whether the signs are strong enough to go by. */
  readonly sure: boolean;
  /** What is no part of the title, such as the signs below it; positions of the document. */
  readonly surplus: { readonly from: number; readonly to: number } | null;
}

interface Seen {
  readonly block: Node;
  readonly pos: number;
  readonly index: number;
  readonly clues: readonly TitleClue[];
}

/** Looks of titles that no number or name ranks, the strongest first. */
const LOOKS = [
  "underlined =",
  "bold capitals",
  "large",
  "capitals",
  "underlined",
  "bold",
  "listed",
  "alone",
] as const;
type TitleLook = (typeof LOOKS)[number];

/**
 * The lines of a document that look like titles, in order, each with why and a level. Numbers and names rank titles among
 * each other (“Part”, “Chapter”, “2”, “2.1”); other titles stand below the last of those, in the order of their looks.
 * Headings are among them where all have one level and their words tell of more.
 */
export function proposedTitles(doc: Node): ProposedTitle[] {
  const seen = titlesSeen(doc);
  const ranks = new Ranks(seen);
  const flat = isFlat(doc);
  const proposed: ProposedTitle[] = [];
  /** The level of the last title that has its rank from more than its look; 0 at the beginning. */
  let above = 0;
  for (const one of seen) {
    const now = levelOf(one.block);
    const ranked = ranks.ofWords(one);
    if (now > 0 && !flat) {
      above = now;
      continue;
    }
    const look = ranked === null && now === 0 ? lookOf(one.clues) : null;
    const level = Math.min(6, ranked ?? (look ? above + 1 + ranks.ofLook(look) : now));
    if (ranked !== null || now > 0) above = level;
    if (level !== now)
      proposed.push({
        id: idOf(one.block)!,
        pos: one.pos,
        words: linesOf(one.block)[0]?.text ?? "",
        now,
        level,
        clues: one.clues,
        // The first line above numbered titles may well be the title of it all.
        sure: (isSure(one.clues) || ranks.isCounted(one)) && !(one.index === 0 && look && ranks.inWords),
        surplus: surplusOf(one),
      });
  }
  return proposed;
}

function titlesSeen(doc: Node): Seen[] {
  const contents = typedContents(doc);
  const titles = new TitleMap<true>();
  for (const { lines } of contents) for (const { title } of lines) titles.add(title, true);
  const listed = (title: string) => titles.get(title) !== undefined;
  const inContents = (index: number) => contents.some(({ first, end }) => index >= first && index < end);
  const seen: Seen[] = [];
  doc.forEach((block, pos, index) => {
    if (inContents(index)) return;
    const clues = cluesOf(block, doc.maybeChild(index + 1), listed);
    if (clues.length > 0 || isKind(block, "heading")) seen.push({ block, pos, index, clues });
  });
  return seen.filter((one, i) => !isListItem(one, seen[i - 1], seen[i + 1]));
}

/**
 * Numbered lines that follow each other without any text between them, and say no more, are a list; but a section may begin with
 * its first part at once.
 */
function isListItem(one: Seen, before: Seen | undefined, after: Seen | undefined): boolean {
  return goesOn(before, one) || goesOn(one, after);
}

function goesOn(one: Seen | undefined, after: Seen | undefined): boolean {
  const [number, next] = [one, after].map(onlyNumber);
  return !!number && !!next && after!.index === one!.index + 1 && next !== `${number}.1`;
}

/** The number of a line that is known for a title by nothing else. */
function onlyNumber(one: Seen | undefined): string | null {
  const [clue, more] = one?.clues ?? [];
  return clue?.kind === "numbered" && !more && isKind(one!.block, "paragraph") ? clue.number : null;
}

/** Which levels the titles of one document have. */
class Ranks {
  private readonly parts: boolean;
  private readonly chapters: boolean;
  /** The fewest parts that a number has within the same chapter. */
  private readonly shortest: ReadonlyMap<Seen, number>;
  private readonly looks: readonly TitleLook[];
  private readonly counted: ReadonlySet<Seen>;

  constructor(seen: readonly Seen[]) {
    this.counted = countedThrough(seen);
    const clues = seen.flatMap((one) => one.clues);
    this.parts = clues.some((clue) => clue.kind === "named" && clue.rank === "part");
    this.chapters = clues.some((clue) => clue.kind === "named" && clue.rank === "chapter");
    this.shortest = this.fewestParts(seen);
    const present = new Set(
      seen
        .filter((one) => this.ofWords(one) === null && levelOf(one.block) === 0)
        .map((one) => lookOf(one.clues)),
    );
    this.looks = LOOKS.filter((look) => present.has(look));
  }

  private fewestParts(seen: readonly Seen[]): Map<Seen, number> {
    const fewest = new Map<Seen, number>();
    for (const chapter of byChapter(seen)) {
      // Below chapters, numbers of one part that do not count through the document are those of lists, not of sections.
      const ranking = chapter.filter((one) => !this.chapters || partsOf(one)! > 1 || this.counted.has(one));
      const parts = Math.min(...(ranking.length > 0 ? ranking : chapter).map((one) => partsOf(one)!));
      for (const one of chapter) fewest.set(one, parts);
    }
    return fewest;
  }

  /** Whether a title has the next of numbers that go through the document one by one. */
  isCounted(one: Seen): boolean {
    return this.counted.has(one);
  }

  /** Whether any title has its level from a number or a name. */
  get inWords(): boolean {
    return this.parts || this.chapters || this.shortest.size > 0;
  }

  /** The level that number or name give, or null where there is neither. */
  ofWords(one: Seen): number | null {
    const named = one.clues.find((clue) => clue.kind === "named");
    const chapter = this.parts ? 2 : 1;
    if (named) return named.rank === "part" ? 1 : chapter;
    const parts = partsOf(one);
    if (parts === null) return null;
    const base = this.chapters ? chapter : chapter - 1;
    return Math.max(1, base + parts - (this.shortest.get(one) ?? parts) + 1);
  }

  /** The place of a look among those there are, from 0. */
  ofLook(look: TitleLook): number {
    return Math.max(0, this.looks.indexOf(look));
  }
}

/** How many parts the number of a title has; null where it has none. */
function partsOf({ clues }: Seen): number | null {
  return clues.find((clue) => clue.kind === "numbered")?.parts ?? null;
}

/** The titles with numbers, those of a chapter together; all of them where no chapters are named. */
function byChapter(seen: readonly Seen[]): Seen[][] {
  const chapters: Seen[][] = [[]];
  for (const one of seen) {
    if (one.clues.some((clue) => clue.kind === "named")) chapters.push([]);
    if (partsOf(one) !== null) chapters.at(-1)!.push(one);
  }
  return chapters.filter((numbered) => numbered.length > 0);
}

/** Fewer numbers than these in a row are not taken for those of chapters. */
const MIN_COUNTED = 3;

/** Titles with numbers of one part that go on by one from the first to the last in the document, as those of chapters do. */
function countedThrough(seen: readonly Seen[]): ReadonlySet<Seen> {
  const found = new Set<Seen>();
  for (const style of [/^\d/, /^[IVXLC]/]) {
    const single = seen.flatMap((one) => {
      const clue = one.clues.find((it) => it.kind === "numbered");
      return clue?.parts === 1 && style.test(clue.number) ? [{ one, count: countOf(clue.number) }] : [];
    });
    const chain: Seen[] = [];
    let next = Math.min(1, single[0]?.count ?? 1);
    for (const { one, count } of single)
      if (count === next) {
        chain.push(one);
        next++;
      }
    // If as many have other numbers, these are lists.
    if (chain.length >= MIN_COUNTED && chain.length * 3 >= single.length * 2)
      for (const one of chain) found.add(one);
  }
  return found;
}

const ROMAN_VALUES: Record<string, number> = { I: 1, V: 5, X: 10, L: 50, C: 100 };

/** What a number of one part counts: 4, IV. */
function countOf(number: string): number {
  if (/^\d/.test(number)) return Number(number);
  const values = [...number].map((clue) => ROMAN_VALUES[clue] ?? 0);
  return values.reduce((sum, value, i) => sum + (value < (values[i + 1] ?? 0) ? -value : value), 0);
}

function lookOf(clues: readonly TitleClue[]): TitleLook {
  const has = (kind: TitleClue["kind"]) => clues.some((clue) => clue.kind === kind);
  if (clues.some((clue) => clue.kind === "underlined" && clue.character === "=")) return "underlined =";
  if (has("capitals") && has("bold")) return "bold capitals";
  return (["large", "capitals", "underlined", "bold", "listed"] as const).find(has) ?? "alone";
}

/** A short line by itself may be anything, and so may a number alone: it is looked at before it is gone by. */
function isSure(clues: readonly TitleClue[]): boolean {
  if (clues.every((clue) => clue.kind === "alone")) return false;
  return !(clues.length === 1 && clues[0]!.kind === "numbered" && clues[0]!.parts === 1);
}

function surplusOf({ block, pos, clues }: Seen): { from: number; to: number } | null {
  if (!clues.some((clue) => clue.kind === "underlined")) return null;
  return { from: pos + 1 + linesOf(block)[0]!.to, to: pos + 1 + block.content.size };
}

/** Whether a document has several headings, all of one level. */
function isFlat(doc: Node): boolean {
  const levels = doc.content.content.map(levelOf).filter((level) => level > 0);
  return levels.length > 2 && new Set(levels).size === 1;
}
