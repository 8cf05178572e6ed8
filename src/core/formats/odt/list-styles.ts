import {
  FIRST_COUNT,
  MAX_AFFIX_LETTERS,
  MAX_START,
  type ListCount,
  type Numbering as HeadingNumbering,
} from "@/core/document";
import { numeralsFrom } from "@/core/model/list-count";
import { APPENDIX_WORDS } from "../office/appendix-words";
import { childNamed, elementsIn, type XmlElement } from "../xml/element";

/** How items of one level are counted; null for a sign before each. */
export type ListLevel = ListCount | null;

/** The styles of lists of a file, and how its headings are counted (ISO 26300-1, 16.30 and 16.34). */
export class ListStyles {
  private readonly styles = new Map<string, ReadonlyMap<number, ListLevel>>();
  private outline: ReadonlyMap<number, ListLevel> = new Map();

  /** `isOwn`: whether Gate Rope wrote the file. */
  constructor(roots: readonly (XmlElement | null)[], isOwn: boolean) {
    const levelsOf = (style: XmlElement) => levelsIn(style, isOwn);
    for (const root of roots)
      for (const kind of ["office:styles", "office:automatic-styles"])
        for (const element of elementsIn(childNamed(root, kind))) {
          if (element.name === "text:list-style")
            this.styles.set(element.attributes["style:name"] ?? "", levelsOf(element));
          else if (element.name === "text:outline-style") this.outline = levelsOf(element);
        }
  }

  /** How a level of a list is counted, from 1 on; a sign where nothing says it. */
  level(style: string | null, level: number): ListLevel {
    return (style !== null && this.styles.get(style)?.get(level)) || null;
  }

  /** Whether a style counts appendices by what it says before their numbers. */
  countsAppendices(style: string | null): boolean {
    return APPENDIX_WORDS.test(this.level(style, 1)?.before ?? "");
  }

  /** How headings of a level are counted. */
  headings(style: string | null, level: number): HeadingNumbering {
    const own = style === null ? undefined : this.styles.get(style)?.get(level);
    const numerals = (own ?? this.outline.get(level))?.numerals;
    if (!numerals) return "none";
    if (numerals.endsWith("alpha")) return "letters";
    return numerals.endsWith("roman") ? "roman" : "decimal";
  }
}

function levelsIn(style: XmlElement, isOwn: boolean): ReadonlyMap<number, ListLevel> {
  return new Map(
    [...elementsIn(style)].map((level) => [
      Number(level.attributes["text:level"]) || 1,
      levelOf(level, isOwn),
    ]),
  );
}

function levelOf({ attributes }: XmlElement, isOwn: boolean): ListLevel {
  const numerals = numeralsFrom(attributes["style:num-format"], null);
  if (!numerals) return null;
  const beside = (words: string | undefined) => {
    const line = (words ?? "").replace(/[\r\n\t]/g, " ");
    return (isOwn ? line : line.trim()).slice(0, MAX_AFFIX_LETTERS);
  };
  return {
    ...FIRST_COUNT,
    numerals,
    start: startOf(attributes["text:start-value"]) ?? 1,
    before: beside(attributes["style:num-prefix"]),
    after: beside(attributes["style:num-suffix"]),
  };
}

/** The number a list or item is said to begin with; null where it says none. */
export function startOf(written: string | undefined): number | null {
  const number = Number(written);
  return written !== undefined && Number.isInteger(number) ? Math.min(Math.max(number, 0), MAX_START) : null;
}
