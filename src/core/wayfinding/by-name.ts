import type { Destination } from "@/core/index";
import { partitionPoint } from "@/core/order";
import type { ContentsEntry } from "./contents";

/** The order that was given last, and in which language: most names are the same after the next key. */
interface Order {
  readonly language: string;
  readonly collator: Intl.Collator;
  /** The places in the order in which they stand, and the number of each. */
  readonly places: readonly Destination[];
  readonly ranks: ReadonlyMap<string, number>;
  readonly lines: readonly ContentsEntry[];
}

let last: Order | null = null;

/** As many names in ten may have changed for the last order to be mended, not made again. */
const FEW = 10;

/**
 * Lines of places by their names, as a language orders them; those of the same name in order of place. What kept its name keeps its order, and
 * only the rest is put among it, because comparing names as languages do takes long.
 */
export function linesByName(
  places: readonly Destination[],
  language: string,
  line: (place: Destination) => ContentsEntry,
): readonly ContentsEntry[] {
  const before: Order | null = last?.language === language ? last : null;
  const collator = before?.collator ?? new Intl.Collator(language, { numeric: true, sensitivity: "base" });
  const renamed = before && renamedIn(before.places, places);
  const ranks = renamed ? before!.ranks : new Map<string, number>(places.map(({ id }, i) => [id, i]));
  const inOrder = (a: ContentsEntry, b: ContentsEntry) =>
    collator.compare(a.text, b.text) || ranks.get(a.id)! - ranks.get(b.id)!;
  const lines = renamed
    ? mended(
        before!.lines,
        renamed.map((i) => line(places[i]!)),
        inOrder,
      )
    : mergedLines(before?.lines ?? [], places, ranks, line, inOrder);
  last = { language, collator, places, ranks, lines };
  return lines;
}

/** The numbers of the places that are called otherwise; null where others stand there, in another order, or too many are. */
function renamedIn(before: readonly Destination[], now: readonly Destination[]): number[] | null {
  if (before.length !== now.length) return null;
  const renamed: number[] = [];
  for (let i = 0; i < now.length; i++) {
    if (before[i]!.id !== now[i]!.id) return null;
    if (before[i]!.name !== now[i]!.name) renamed.push(i);
  }
  return renamed.length <= now.length / FEW ? renamed : null;
}

type Compare = (a: ContentsEntry, b: ContentsEntry) => number;

/** The same lines, a few with other words. */
function mended(
  before: readonly ContentsEntry[],
  fresh: readonly ContentsEntry[],
  inOrder: Compare,
): readonly ContentsEntry[] {
  if (fresh.length === 0) return before;
  const ids = new Set<string>(fresh.map(({ id }) => id));
  return put(
    before.filter(({ id }) => !ids.has(id)),
    fresh,
    inOrder,
  );
}

/** Lines of places when some came, went or moved: those that kept their words are in order already. */
function mergedLines(
  before: readonly ContentsEntry[],
  places: readonly Destination[],
  ranks: ReadonlyMap<string, number>,
  line: (place: Destination) => ContentsEntry,
  inOrder: Compare,
): readonly ContentsEntry[] {
  const fresh = new Map<string, ContentsEntry>(places.map((place) => [place.id, line(place)]));
  const kept = before.filter(({ id, text }) => fresh.get(id)?.text === text && fresh.delete(id));
  const keepsOrder = kept.every(
    ({ id, text }, i) =>
      i === 0 || kept[i - 1]!.text !== text || ranks.get(kept[i - 1]!.id)! < ranks.get(id)!,
  );
  if (fresh.size > kept.length / FEW || !keepsOrder) return places.map(line).sort(inOrder);
  return put(kept, [...fresh.values()], inOrder);
}

/** Puts lines where they belong among others that are in order. */
function put(
  lines: ContentsEntry[],
  fresh: readonly ContentsEntry[],
  inOrder: Compare,
): readonly ContentsEntry[] {
  for (const line of fresh)
    lines.splice(
      partitionPoint(lines.length, (i) => inOrder(lines[i]!, line) < 0),
      0,
      line,
    );
  return lines;
}
