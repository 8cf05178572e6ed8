import { letters, roman } from "@/core/model/numerals";
import type { CaptionRule, DestinationId, Numbering, StyleName, StyleSheet } from "@/core/document";
import type { BlockDestination, Heading } from "./destination";

/** The numbers of headings by their place in the structure: `1`, `1.2`, `1.2.1`. Levels that are skipped do not count. */
export function headingNumbers(headings: readonly Heading[]): string[] {
  const open: { level: number; count: number }[] = [];
  const counts: number[] = [];
  return headings.map(({ level }) => {
    while (open.length > 0 && open.at(-1)!.level >= level) open.pop();
    const depth = open.length;
    counts.length = Math.min(counts.length, depth + 1);
    counts[depth] = (counts[depth] ?? 0) + 1;
    open.push({ level, count: counts[depth] });
    return open.map((step) => step.count).join(".");
  });
}

/**
 * The numbers that headings show, by their style's numbering and their series: `2.3`, `B`, `Appendix A`, `A.1`. Headings that
 * show none are left out. A number goes on from that of the section around it, where that shows one.
 */
export function shownNumbers(headings: readonly Heading[], sheet: StyleSheet): Map<DestinationId, string> {
  const shown = new Map<DestinationId, string>();
  const open: Counted[] = [{ level: 0, number: "", counts: new Map() }];
  for (const { id, level, series } of headings) {
    while (open.at(-1)!.level >= level) open.pop();
    const parent = open.at(-1)!;
    const numbering =
      series === "none" ? "none" : series === "appendix" ? "letters" : sheet.styles[styleOf(level)].numbering;
    const key = series === "appendix" ? "appendix" : String(level);
    let number = "";
    if (numbering !== "none") {
      const count = (parent.counts.get(key) ?? 0) + 1;
      parent.counts.set(key, count);
      number = (parent.number ? `${parent.number}.` : "") + counted(count, numbering);
      shown.set(id, series === "appendix" ? `Appendix ${number}` : number);
    }
    open.push({ level, number, counts: new Map() });
  }
  return shown;
}

interface Counted {
  readonly level: number;
  readonly number: string;
  readonly counts: Map<string, number>;
}

/** The style of a heading of a level. */
export function styleOf(level: number): StyleName {
  return `heading${level}` as StyleName;
}

/** The highest level that headings have: that of chapters. 6 where there are none. */
export function highestLevel(headings: readonly Pick<Heading, "level">[]): number {
  return headings.reduce((least, { level }) => Math.min(least, level), 6);
}

/** A count as it is written: 3, C (after Z comes AA), III. */
export function counted(count: number, numbering: Numbering): string {
  if (numbering === "letters") return letters(count);
  return numbering === "roman" ? roman(count) : String(count);
}

/** The number of a note as it is written: footnotes 1, 2, 3, endnotes i, ii, iii, so that the two are not taken for each other. */
export function noteNumber(place: "foot" | "end", number: number): string {
  return place === "foot" ? String(number) : roman(number).toLowerCase();
}

/**
 * What stands before captions: `Figure 3`, or by chapter `Table 2.1`, where a chapter is what a heading of the highest level
 * that is used opens. Equations have their number alone, unless the rule names a word.
 */
export function captionLabels(
  places: readonly BlockDestination[],
  headings: readonly Heading[],
  rule: CaptionRule,
  numbers: ReadonlyMap<DestinationId, string>,
): Map<DestinationId, string> {
  const labels = new Map<DestinationId, string>();
  if (rule.count === "none") return labels;
  const top = highestLevel(headings);
  const chapters = rule.count === "chapter" ? headings.filter(({ level }) => level === top) : [];
  const counts = new Map<string, number>();
  let chapter = 0;
  for (const { id, kind, pos } of places) {
    if (kind === "contents" || kind === "notice") continue;
    while (chapter < chapters.length && chapters[chapter]!.pos <= pos) {
      chapter++;
      counts.clear();
    }
    const count = (counts.get(kind) ?? 0) + 1;
    counts.set(kind, count);
    const opened = chapters[chapter - 1];
    const before = opened ? `${numberAlone(numbers.get(opened.id)) || chapter}.` : "";
    labels.set(id, `${rule[kind]} ${before}${count}`.trim());
  }
  return labels;
}

/** A number without the word of its series. */
function numberAlone(number: string | undefined): string {
  return number?.replace(/^Appendix /, "") ?? "";
}
