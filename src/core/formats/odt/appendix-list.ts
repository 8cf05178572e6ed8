import { counted, styleOf } from "@/core/index";
import type { Numbering, StyleSheet } from "@/core/document";
import { NUMBER_FORMATS } from "./number-formats";

/**
 * The list by which appendices and the headings below them are counted: the outline counts all headings of a level alike (ISO 26300-1,
 * 5.3.2: an item may hold a heading, at the depth at which it is counted).
 */
export class AppendixList {
  private readonly counts: number[] = [];
  private readonly levels: readonly Numbering[];

  constructor(sheet: StyleSheet) {
    this.levels = [1, 2, 3, 4, 5, 6].map((level) =>
      level === 1 ? "letters" : sheet.styles[styleOf(level)].numbering,
    );
  }

  /** Counts a heading; the number that a program shows before it. */
  next(level: number): string {
    this.counts.length = Math.min(this.counts.length, level);
    for (let i = 0; i < level; i++) this.counts[i] ??= 0;
    this.counts[level - 1]!++;
    const first = level - this.shownWith(level);
    const numbers = this.counts
      .slice(first)
      .map((count, i) => (count === 0 ? "" : counted(count, this.levels[first + i]!)));
    return (level === 1 ? APPENDIX : "") + numbers.join(".");
  }

  /** A heading as an item at the depth of its level. */
  item(heading: string, level: number, style: string): string {
    const inner = `<text:list-item>${heading}</text:list-item>`;
    const nested = Array.from({ length: level - 1 }).reduce<string>(
      (xml) => `<text:list-item><text:list>${xml}</text:list></text:list-item>`,
      inner,
    );
    return `<text:list text:style-name="${style}" text:continue-numbering="true">${nested}</text:list>`;
  }

  /** The levels of its style. */
  get levelsXml(): string {
    return this.levels
      .map((numbering, i) => {
        const level = i + 1;
        if (numbering === "none")
          return `<text:list-level-style-number text:level="${level}" style:num-format="">${NO_INDENT}</text:list-level-style-number>`;
        const shown = this.shownWith(level);
        return `<text:list-level-style-number text:level="${level}" style:num-format="${NUMBER_FORMATS[numbering]}"${shown > 1 ? ` text:display-levels="${shown}"` : ""}${level === 1 ? ` style:num-prefix="${APPENDIX}"` : ""} style:num-suffix=" ">${NO_INDENT}</text:list-level-style-number>`;
      })
      .join("");
  }

  /** How many levels show in the number of one: it and those right around it that show one. */
  private shownWith(level: number): number {
    let shown = 1;
    while (shown < level && this.levels[level - shown - 1] !== "none") shown++;
    return shown;
  }
}

const APPENDIX = "Appendix ";

const NO_INDENT =
  '<style:list-level-properties text:list-level-position-and-space-mode="label-alignment"><style:list-level-label-alignment text:label-followed-by="nothing" fo:text-indent="0pt" fo:margin-left="0pt"/></style:list-level-properties>';
