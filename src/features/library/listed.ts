import type { LibraryDocument } from "@/contract/documents";

/** The keys the shelf is sorted by: its columns, and the author's own order. */
export const SORTS = ["title", "file", "words", "sections", "brokenLinks", "changedAt", "place"] as const;

export interface Sorting {
  readonly by: (typeof SORTS)[number];
  readonly down: boolean;
}

/** As the server lists them. */
export const LATEST_FIRST: Sorting = { by: "changedAt", down: true };

const words = new Intl.Collator(undefined, { numeric: true, sensitivity: "base" });

/** The documents whose title, first words or file hold all words of a filter, in an order. What has no value for it comes last. */
export function listed(
  documents: readonly LibraryDocument[],
  filter: string,
  { by, down }: Sorting,
): readonly LibraryDocument[] {
  const sought = filter.toLowerCase().split(/\s+/).filter(Boolean);
  const found =
    sought.length === 0
      ? documents
      : documents.filter(({ title, opening, file }) => {
          const all = `${title} ${opening} ${file ?? ""}`.toLowerCase();
          return sought.every((word) => all.includes(word));
        });
  if (by === "changedAt" && down && isSorted(found)) return found;
  return [...found].sort((a, b) => {
    const [left, right] = [a[by], b[by]];
    if (left === null || right === null) return left === right ? latest(a, b) : left === null ? 1 : -1;
    const order = typeof left === "number" ? left - Number(right) : words.compare(left, String(right));
    return (down ? -order : order) || latest(a, b);
  });
}

function latest(a: LibraryDocument, b: LibraryDocument): number {
  return b.changedAt - a.changedAt;
}

function isSorted(documents: readonly LibraryDocument[]): boolean {
  return documents.every((one, i) => i === 0 || documents[i - 1]!.changedAt >= one.changedAt);
}

/** The order of the whole shelf once some documents were put one place up or down, or to the top, where they were listed. */
export function reordered(
  documents: readonly LibraryDocument[],
  chosen: ReadonlySet<string>,
  to: "top" | "up" | "down",
): string[] {
  const ids = documents.map(({ id }) => id);
  if (to === "top") return [...ids.filter((id) => chosen.has(id)), ...ids.filter((id) => !chosen.has(id))];
  // From the side to which they go, so that those that stand together stay so.
  const from = to === "up" ? 1 : ids.length - 2;
  const step = to === "up" ? 1 : -1;
  for (let i = from; i >= 0 && i < ids.length; i += step) {
    const beside = i - step;
    if (chosen.has(ids[i]!) && !chosen.has(ids[beside]!)) [ids[i], ids[beside]] = [ids[beside]!, ids[i]!];
  }
  return ids;
}
