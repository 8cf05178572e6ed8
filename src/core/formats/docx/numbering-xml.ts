import {
  FIRST_COUNT,
  type DestinationId,
  type ListCount,
  type Numbering,
  type Series,
} from "@/core/document";
import { styleOf, type DocumentIndex } from "@/core/index";
import { escapeXml, XML_DECLARATION } from "../xml/escape-xml";
import { FORMAT_OF } from "./numerals";
import { TEXT_NAMESPACES } from "./parts";

/** How far each level of a list stands in, in twentieths of a point. */
export const LIST_INDENT = 360;
/** Programs know nine levels; what lies deeper stands as the ninth. */
const LEVELS = 9;

/** The lists that headings are counted by. */
export const HEADING_LIST = 1;
export const APPENDIX_LIST = 2;

const OF_HEADINGS: Readonly<Record<Exclude<Numbering, "none">, string>> = {
  decimal: "decimal",
  letters: "upperLetter",
  roman: "upperRoman",
};
const BULLETS = ["•", "◦", "▪"];

/** The lists of a file: patterns of counting, and each list that follows one (ISO 29500-1, 17.9). */
export class WrittenNumbering {
  private readonly patterns: string[] = [];
  private readonly byPattern = new Map<string, number>();
  private readonly lists: string[] = [];
  /** The list of each series of headings under an appendix. */
  private readonly levels: readonly Numbering[];

  constructor({ sheet }: Pick<DocumentIndex, "sheet">) {
    this.levels = [1, 2, 3, 4, 5, 6].map((level) => sheet.styles[styleOf(level)].numbering);
    this.add(this.headingPattern(null), HEADING_LIST);
    this.add(this.headingPattern("appendix"), APPENDIX_LIST);
  }

  /** Whether headings of a level are counted. */
  counts(level: number): boolean {
    return this.levels[level - 1] !== "none";
  }

  /** Another list of a level, from 0; answers its number. Null count for a list that is not counted. */
  list(count: ListCount | null, level: number, start: number): number {
    const at = Math.min(level, LEVELS - 1);
    const key = JSON.stringify([at, count && [count.numerals, count.before, count.after]]);
    let pattern = this.byPattern.get(key);
    if (pattern === undefined) {
      pattern = this.patterns.length + 1;
      this.byPattern.set(key, pattern);
      this.patterns.push(patternXml(pattern, "hybridMultilevel", listLevels(count, at)));
    }
    const number = this.lists.length + 1;
    this.lists.push(
      `<w:num w:numId="${number}"><w:abstractNumId w:val="${pattern}"/><w:lvlOverride w:ilvl="${at}"><w:startOverride w:val="${start}"/></w:lvlOverride></w:num>`,
    );
    return number;
  }

  get xml(): string {
    return `${XML_DECLARATION}<w:numbering ${TEXT_NAMESPACES}>${this.patterns.join("")}${this.lists.join("")}</w:numbering>`;
  }

  private add(levels: string, number: number): void {
    this.patterns.push(patternXml(number, "multilevel", levels));
    this.lists.push(`<w:num w:numId="${number}"><w:abstractNumId w:val="${number}"/></w:num>`);
  }

  /** How headings are counted: each level behind the numbers of those around it that show one. */
  private headingPattern(series: Series): string {
    return this.levels
      .map((numbering, i) => {
        const appendix = i === 0 && series === "appendix";
        const own = appendix ? "letters" : numbering;
        const around = this.levels
          .slice(0, i)
          .flatMap((outer, k) => (outer !== "none" || (k === 0 && series) ? [`%${k + 1}.`] : []));
        const text = own === "none" ? "" : `${appendix ? "Appendix " : ""}${around.join("")}%${i + 1}`;
        const style = series === null && own !== "none" ? `<w:pStyle w:val="Heading${i + 1}"/>` : "";
        return levelXml(i, {
          format: own === "none" ? "none" : OF_HEADINGS[own],
          text,
          style,
          suffix: own === "none" ? "nothing" : "space",
          indent: null,
        });
      })
      .join("");
  }
}

function listLevels(count: ListCount | null, level: number): string {
  // What lies below is there for whoever goes on with the list.
  return Array.from({ length: LEVELS }, (_, i) =>
    levelXml(i, {
      format: count ? FORMAT_OF[i === level ? count.numerals : FIRST_COUNT.numerals] : "bullet",
      text: count
        ? i === level
          ? `${count.before}%${i + 1}${count.after}`
          : `%${i + 1}.`
        : BULLETS[i % BULLETS.length]!,
      style: "",
      suffix: "tab",
      indent: (i + 1) * LIST_INDENT,
    }),
  ).join("");
}

function levelXml(
  level: number,
  {
    format,
    text,
    style,
    suffix,
    indent,
  }: {
    readonly format: string;
    readonly text: string;
    readonly style: string;
    readonly suffix: "tab" | "space" | "nothing";
    readonly indent: number | null;
  },
): string {
  const stands =
    indent === null ? "" : `<w:pPr><w:ind w:left="${indent}" w:hanging="${LIST_INDENT}"/></w:pPr>`;
  return `<w:lvl w:ilvl="${level}"><w:start w:val="1"/><w:numFmt w:val="${format}"/>${style}<w:suff w:val="${suffix}"/><w:lvlText w:val="${escapeXml(text)}"/><w:lvlJc w:val="left"/>${stands}</w:lvl>`;
}

function patternXml(number: number, kind: string, levels: string): string {
  return `<w:abstractNum w:abstractNumId="${number}"><w:multiLevelType w:val="${kind}"/>${levels}</w:abstractNum>`;
}

/** How far in the words of an item of a level stand, in twentieths of a point. */
export function indentOfLevel(level: number): number {
  return (Math.min(level, LEVELS - 1) + 1) * LIST_INDENT;
}

/** Lists that go on counting share a number with the one before them. */
export type ListNumbers = Map<DestinationId, number>;
