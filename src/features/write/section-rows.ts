import type { Section } from "@/core/destinations";
import type { DestinationId } from "@/core/document";

/** A line of the rope in its even form. */
export interface SectionRow {
  readonly section: Section;
  readonly id: DestinationId;
  /** How many sections it lies within. */
  readonly depth: number;
  /** Whether other sections lie within it. */
  readonly holds: boolean;
}

/** The lines that are seen while some sections are folded: what lies within one of those is not. */
export function sectionRows(sections: readonly Section[], folded: ReadonlySet<DestinationId>): SectionRow[] {
  const rows: SectionRow[] = [];
  const depths: number[] = [];
  let hiddenUpTo = 0;
  sections.forEach((section, i) => {
    const { id, pos } = section.heading;
    const depth = section.parent < 0 ? 0 : depths[section.parent]! + 1;
    depths.push(depth);
    if (pos < hiddenUpTo) return;
    if (folded.has(id)) hiddenUpTo = section.end;
    rows.push({ section, id, depth, holds: sections[i + 1]?.parent === i });
  });
  return rows;
}
