import type { HistoryEntry } from "@/core/collab";

/** Which versions are shown, and under what they stand together. */
export interface ShownVersions {
  readonly named: boolean;
  /** Words in the name, the person or the file. */
  readonly words: string;
  readonly by: "day" | "person";
}

/** Versions that stand together, the latest first. */
export interface VersionGroup {
  readonly name: string;
  readonly entries: readonly HistoryEntry[];
}

/** Who made a version. */
export function whoOf(entry: HistoryEntry): string {
  return entry.version === 0 ? "Imported or started" : (entry.author ?? "Before names were recorded");
}

/** The versions that are asked for in groups; a person or day stands where their latest version does. */
export function grouped(
  entries: readonly HistoryEntry[],
  { named, words, by }: ShownVersions,
  dayOf: (at: number) => string,
): VersionGroup[] {
  const sought = words.toLowerCase().split(/\s+/).filter(Boolean);
  const groups = new Map<string, HistoryEntry[]>();
  for (const entry of entries) {
    if (named && entry.name === null) continue;
    const day = dayOf(entry.at);
    const all = `${entry.name ?? ""} ${whoOf(entry)} ${entry.report?.file ?? ""} ${day}`.toLowerCase();
    if (!sought.every((word) => all.includes(word))) continue;
    const name = by === "day" ? day : whoOf(entry);
    const group = groups.get(name);
    if (group) group.push(entry);
    else groups.set(name, [entry]);
  }
  return [...groups].map(([name, of]) => ({ name, entries: of }));
}
