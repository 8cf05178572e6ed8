import {
  FIRST_COUNT,
  MAX_AFFIX_LETTERS,
  MAX_START,
  type ListCount,
  type Numbering as HeadingNumbering,
  type Numerals,
} from "@/core/document";
import { numeralsOf } from "./numerals";
import { paragraphLook, type DocxStyle } from "./style-table";
import { childNamed, childrenNamed, type XmlElement } from "../xml/element";

/** How paragraphs of one level of a list are counted; null numerals for a sign before each. */
export interface NumberingLevel {
  readonly numerals: Numerals | null;
  /** Whether nothing at all stands before them. */
  readonly none: boolean;
  readonly start: number;
  /** What is written before a paragraph, `%1` for the count of the first level. */
  readonly text: string;
  /** How far in the words of its paragraphs stand, in points. */
  readonly indent: number;
}

/** A list as paragraphs name it. */
export interface Numbering {
  /** Lists of one pattern that restart nowhere are one list. */
  readonly pattern: string;
  readonly levels: readonly NumberingLevel[];
  /** Levels that begin anew with this list. */
  readonly restarts: ReadonlySet<number>;
}

const FIRST_LEVEL: NumberingLevel = { numerals: "decimal", none: false, start: 1, text: "%1.", indent: 0 };

/** The lists of a file, by the id under which paragraphs name them (ISO 29500-1, 17.9). */
export class NumberingTable {
  private readonly lists = new Map<string, Numbering>();

  constructor(root: XmlElement | null) {
    const patterns = new Map(
      childrenNamed(root, "w:abstractNum").map((pattern) => [
        pattern.attributes["w:abstractNumId"] ?? "",
        pattern,
      ]),
    );
    // A pattern may only name a style, and another one define it.
    const styled = new Map<string, XmlElement>();
    for (const pattern of patterns.values()) {
      const style = childNamed(pattern, "w:styleLink")?.attributes["w:val"];
      if (style) styled.set(style, pattern);
    }
    for (const list of childrenNamed(root, "w:num")) {
      const id = childNamed(list, "w:abstractNumId")?.attributes["w:val"] ?? "";
      const named = patterns.get(id);
      const link = childNamed(named, "w:numStyleLink")?.attributes["w:val"];
      const pattern = (link && styled.get(link)) || named;
      if (pattern) this.lists.set(list.attributes["w:numId"] ?? "", numberingOf(id, pattern, list));
    }
  }

  /** The list of an id; null for none, and for `0`, which takes a paragraph out of the list of its style. */
  get(id: string | undefined): Numbering | null {
    return id === undefined || id === "0" ? null : (this.lists.get(id) ?? null);
  }
}

function numberingOf(id: string, pattern: XmlElement, list: XmlElement): Numbering {
  const levels = Array.from({ length: 9 }, () => FIRST_LEVEL);
  const put = (level: XmlElement) => {
    const at = Number(level.attributes["w:ilvl"]);
    if (levels[at]) levels[at] = levelOf(level);
  };
  childrenNamed(pattern, "w:lvl").forEach(put);
  const restarts = new Set<number>();
  for (const override of childrenNamed(list, "w:lvlOverride")) {
    const at = Number(override.attributes["w:ilvl"]);
    const level = childNamed(override, "w:lvl");
    if (level) put(level);
    const start = childNamed(override, "w:startOverride")?.attributes["w:val"];
    if (start === undefined || !levels[at]) continue;
    restarts.add(at);
    levels[at] = { ...levels[at], start: startOf(start) };
  }
  return { pattern: id, levels, restarts };
}

function levelOf(level: XmlElement): NumberingLevel {
  const format = childNamed(level, "w:numFmt")?.attributes["w:val"] ?? "decimal";
  const text = childNamed(level, "w:lvlText")?.attributes["w:val"] ?? "";
  const none = format === "none" && !/[^\s%\d]/.test(text);
  return {
    numerals: format === "bullet" || none ? null : numeralsOf(format),
    none,
    start: startOf(childNamed(level, "w:start")?.attributes["w:val"] ?? "1"),
    text,
    indent: paragraphLook(childNamed(level, "w:pPr")).indent ?? 0,
  };
}

function startOf(written: string): number {
  return Math.min(Math.max(Math.trunc(Number(written)) || 0, 0), MAX_START);
}

/** How a list of a document counts that shows this level: what stands beside its own count is kept, those of outer levels are not. `isOwn`: whether Gate Rope wrote it. */
export function countOf(level: NumberingLevel, depth: number, isOwn = false): ListCount {
  const [before = "", after = ""] = level.text.split(`%${depth + 1}`);
  const beside = (words: string) =>
    isOwn
      ? words.slice(0, MAX_AFFIX_LETTERS)
      : words
          .replace(/%\d[.)\-–]?/g, "")
          .trim()
          .slice(0, MAX_AFFIX_LETTERS);
  return {
    ...FIRST_COUNT,
    numerals: level.numerals ?? "decimal",
    start: level.start,
    before: beside(before),
    after: level.text.includes(`%${depth + 1}`) ? beside(after) : FIRST_COUNT.after,
  };
}

/** How headings of a style are counted. */
export function headingNumbering({ paragraph }: DocxStyle, numbering: NumberingTable): HeadingNumbering {
  const level = numbering.get(paragraph.numbering)?.levels[paragraph.numberingLevel ?? 0];
  if (!level || level.none || level.numerals === null || !level.text.includes("%")) return "none";
  if (level.numerals.endsWith("alpha")) return "letters";
  return level.numerals.endsWith("roman") ? "roman" : "decimal";
}
