import type { Heading } from "./destination";

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
