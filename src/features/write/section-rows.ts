import type { Section } from "@/core/index";
import type { DestinationId } from "@/core/document";

/** A line of the rope in its even form. */
export interface SectionRow {
  readonly section: Section;
  readonly id: DestinationId;
  /** How many sections it lies within. */
  readonly depth: number;
  /** Whether other sections lie within it. */
  readonly holds: boolean;
  /** Its position among those beside it, counted from 1, and how many they are. */
  readonly place: number;
  readonly of: number;
}

/** The lines that are seen while some sections are folded: what lies within one of those is not. */
export function sectionRows(sections: readonly Section[], folded: ReadonlySet<DestinationId>): SectionRow[] {
  const rows: SectionRow[] = [];
  const counts = new Map<number, number>();
  for (const { parent } of sections) counts.set(parent, (counts.get(parent) ?? 0) + 1);
  const met = new Map<number, number>();
  const depths: number[] = [];
  let hiddenUpTo = 0;
  sections.forEach((section, i) => {
    const { id, pos } = section.heading;
    const depth = section.parent < 0 ? 0 : depths[section.parent]! + 1;
    depths.push(depth);
    const place = (met.get(section.parent) ?? 0) + 1;
    met.set(section.parent, place);
    if (pos < hiddenUpTo) return;
    if (folded.has(id)) hiddenUpTo = section.end;
    rows.push({
      section,
      id,
      depth,
      holds: sections[i + 1]?.parent === i,
      place,
      of: counts.get(section.parent)!,
    });
  });
  return rows;
}
