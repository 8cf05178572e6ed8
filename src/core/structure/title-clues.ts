import type { Mark, Node } from "prosemirror-model";
import { asMark, coversAll, isKind, isMark } from "@/core/document";
import { linesOf } from "./lines";

/** Why a line looks like a title. */
export type TitleClue =
  /** It begins with a number of so many parts: “2.3 …” has two. */
  | { readonly kind: "numbered"; readonly number: string; readonly parts: number }
  /** It begins with a word that names a part of a book: “Part II”, “Chapter 4”, or is one: “Preface”. */
  | { readonly kind: "named"; readonly word: string; readonly rank: "part" | "chapter" }
  | { readonly kind: "capitals" }
  | { readonly kind: "bold" }
  | { readonly kind: "large" }
  /** A line of signs stands below it; it is no part of the title. */
  | { readonly kind: "underlined"; readonly character: string }
  /** A typed contents list has it. */
  | { readonly kind: "listed" }
  /** A short line by itself before a longer text. */
  | { readonly kind: "alone" };

const MAX_LETTERS = 120;
const MAX_WORDS = 14;
/** A title whose number has several parts may be a whole question. */
const MAX_NUMBERED = 280;
/** A larger size than this, in per cent of the text's, is a sign. */
const LARGE = 112;

const NUMBERED =
  /^(?:§\s*)?(?:((?:\d{1,3}|[A-Z])(?:\.\d{1,3})+)[.):]?\s+(?=[\p{L}"“«‘(/.<$~@])|(\d{1,3})[.):]?\s+(?=\p{L}|["“«‘(]))/u;
const ROMAN = /^([IVXLC]{1,7})[.):]\s+(?=\p{Lu})/u;

const PART_WORDS = "part|book|volume|teil|buch|band|partie|livre|parte|libro|deel|boek";
const CHAPTER_WORDS =
  "chapter|appendix|annex|unit|lesson|module|kapitel|anhang|lektion|chapitre|annexe|leçon|capítulo|apéndice|capitolo|appendice|hoofdstuk|bijlage";
const ORDINAL =
  "(?:\\d{1,3}|[ivxlc]{1,7}|[a-z]|one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve)";
const NAMED = new RegExp(`^(?:(${PART_WORDS})|(${CHAPTER_WORDS}))\\s+${ORDINAL}\\b(?!')`, "iu");
const WHOLE =
  /^(?:preface|foreword|prologue|epilogue|introduction|conclusions?|afterword|index|glossary|bibliography|references|acknowledge?ments|abbreviations|vorwort|einleitung|nachwort|glossar|literatur(?:verzeichnis)?|préface|avant-propos|glossaire|prólogo|epílogo|bibliografía)$/iu;

/**
 * The signs by which a block of a document, with the block after it, looks like a title; none where it does not. Only
 * paragraphs and headings of the document itself are looked at, not what stands in lists, tables or quotations.
 */
export function cluesOf(block: Node, next: Node | null, listed: (title: string) => boolean): TitleClue[] {
  if (!isKind(block, "paragraph", "heading")) return [];
  // Most blocks are longer than a title and a line of signs below it.
  if (block.content.size > MAX_NUMBERED) return [];
  const lines = linesOf(block);
  const title = lines[0]?.text ?? "";
  const below = lines[1]?.text ?? "";
  const underline = lines.length === 2 && isUnderline(below) ? below[0]! : null;
  if (title === "" || (lines.length > 1 && !underline) || !/[\p{L}\p{N}]/u.test(title)) return [];
  if (isLong(title) && !/^(?:\d{1,3}|[A-Z])(?:\.\d{1,3})+[.):]?\s+\p{Lu}/u.test(title)) return [];
  const clues: TitleClue[] = [];
  if (underline) clues.push({ kind: "underlined", character: underline });
  if (listed(title)) clues.push({ kind: "listed" });
  clues.push(...wordClues(title));
  if (coversAll(block, (marks) => marks.some((mark) => isMark(mark, "strong")))) clues.push({ kind: "bold" });
  if (coversAll(block, (marks) => marks.some(isLarge))) clues.push({ kind: "large" });
  // A sentence is a sentence, whatever it begins with; a bold one may be a note in the text.
  if (/[.,;]$/u.test(title) && !/\b\p{L}\.$/u.test(title) && !underline && !listed(title))
    return clues.some(({ kind }) => kind === "capitals" || kind === "large") ? clues : [];
  if (clues.length === 0 && standsAlone(title, block, next)) clues.push({ kind: "alone" });
  return clues;
}

function isLong(title: string): boolean {
  return title.length > MAX_LETTERS || title.split(" ").length > MAX_WORDS;
}

/** Whether a line is nothing but signs that underline the one above. */
export function isUnderline(line: string): boolean {
  return /^([=~_*#^"-])\1{2,}$/u.test(line);
}

/** Whether a line of plain text is a title by its words: it has a number or a name, or is in capitals. */
export function opensLikeTitle(line: string): boolean {
  if (isLong(line) || /[.,;]$/u.test(line)) return false;
  return wordClues(line).length > 0;
}

const APPENDIX_WORDS = "appendix|annex|anhang|annexe|apéndice|appendice|bijlage";
/** A name with its number, before the words of a title. */
const NAMED_NUMBER = new RegExp(
  `^(?:(${APPENDIX_WORDS})|${CHAPTER_WORDS})\\s+${ORDINAL}[.:)]?(?:\\s+[–—-])?\\s+(?=[\\p{L}"“«‘(])`,
  "iu",
);

/** The number that somebody typed before a title, with the word before it and what parts it from the title. */
export interface TypedNumber {
  readonly length: number;
  /** Whether it is that of an appendix. */
  readonly appendix: boolean;
}

/** The typed number of a title: `2.3`, `IV.`, `Chapter 4:`, `Appendix B.`; null for none. */
export function typedNumber(title: string): TypedNumber | null {
  const named = NAMED_NUMBER.exec(title);
  const found = named ?? NUMBERED.exec(title) ?? ROMAN.exec(title);
  return found ? { length: found[0].length, appendix: Boolean(named?.[1]) } : null;
}

function wordClues(title: string): TitleClue[] {
  const clues: TitleClue[] = [];
  const numbered = NUMBERED.exec(title) ?? ROMAN.exec(title);
  const named = NAMED.exec(title);
  if (named) {
    const rank = named[1] ? "part" : "chapter";
    clues.push({ kind: "named", word: (named[1] ?? named[2])!, rank });
  } else if (WHOLE.test(title)) clues.push({ kind: "named", word: title, rank: "chapter" });
  else if (numbered) {
    const number = (numbered[1] ?? numbered[2])!;
    clues.push({ kind: "numbered", number, parts: number.split(".").length });
  }
  const letters = title.match(/\p{L}/gu) ?? [];
  // Names and sums of programs are in capitals too.
  const isCode = /[_={}<>\\*|]|\w\(/u.test(title) || letters.length * 2 < title.replace(/\s/gu, "").length;
  if (letters.length >= 3 && !isCode && title === title.toUpperCase() && title !== title.toLowerCase())
    clues.push({ kind: "capitals" });
  return clues;
}

function standsAlone(title: string, block: Node, next: Node | null): boolean {
  if (!isKind(block, "paragraph") || !next || !isKind(next, "paragraph")) return false;
  const words = title.split(" ").length;
  const short = title.length <= 60 && words <= 8 && /^[\p{Lu}\p{N}"“«‘¿¡]/u.test(title);
  return short && !/[.,;:!?…]$/u.test(title) && next.textContent.length >= 100;
}

function isLarge(mark: Mark): boolean {
  return (asMark(mark, "size")?.percent ?? 0) >= LARGE;
}
