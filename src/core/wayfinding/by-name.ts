import type { Destination } from "@/core/destinations";
import { partitionPoint } from "@/core/order";

/** The order that was given last in each language: most names are the same after the next key. */
const last = new Map<string, readonly Destination[]>();

/**
 * Places by their names, as a language orders them; those of the same name in order of place. What kept its name keeps its order, and only the rest
 * is put among it, because comparing names as languages do takes long.
 */
export function sortedByName(places: readonly Destination[], language: string): Destination[] {
  const { compare } = new Intl.Collator(language, { numeric: true, sensitivity: "base" });
  const inOrder = (a: Destination, b: Destination) => compare(a.name, b.name) || a.pos - b.pos;
  const now = new Map(places.map((place) => [place.id as string, place]));
  const sorted: Destination[] = [];
  for (const { id, name } of last.get(language) ?? []) {
    const place = now.get(id);
    if (place?.name !== name) continue;
    sorted.push(place);
    now.delete(id);
  }
  const fresh = [...now.values()];
  if (fresh.length > sorted.length / 10 || !keepsPlaces(sorted)) {
    sorted.length = 0;
    sorted.push(...places);
    sorted.sort(inOrder);
  } else
    for (const place of fresh)
      sorted.splice(
        partitionPoint(sorted.length, (i) => inOrder(sorted[i]!, place) < 0),
        0,
        place,
      );
  last.set(language, sorted);
  return sorted;
}

/** Whether places of the same name, which were in order, are so still. */
function keepsPlaces(sorted: readonly Destination[]): boolean {
  return sorted.every(
    (place, i) => i === 0 || sorted[i - 1]!.name !== place.name || sorted[i - 1]!.pos < place.pos,
  );
}
