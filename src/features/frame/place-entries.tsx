import { KIND_NAMES, Sign } from "@/components/signs";
import type { FinderEntry } from "@/components/finder";
import { shortened } from "@/core/document";
import { headingNumbers, type Destination, type DocumentIndex } from "@/core/destinations";

/** The places that match what was typed, as lines to choose from; those that begin with it come first. */
export function placeEntries(
  index: DocumentIndex,
  typed: string,
  choose: (place: Destination) => void,
): FinderEntry[] {
  const numbers = new Map(headingNumbers(index.headings).map((number, i) => [index.headings[i]!.id, number]));
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const matches = index.destinations
    .map((place) => ({ place, rank: rankOf(place, numbers.get(place.id), words) }))
    .filter(({ rank }) => rank > 0);
  if (words.length > 0) matches.sort((a, b) => b.rank - a.rank || a.place.pos - b.place.pos);
  return matches.map(({ place }) => ({
    key: place.id,
    content: <PlaceLine place={place} number={numbers.get(place.id)} index={index} />,
    choose: () => choose(place),
  }));
}

/** 0 for no match; more for a closer one: the number, the beginning, the beginning of a word, anywhere. */
function rankOf(place: Destination, number: string | undefined, words: readonly string[]): number {
  if (words.length === 0) return 1;
  const name = place.name.toLowerCase();
  if (words.length === 1 && number === words[0]) return 5;
  if (!words.every((word) => name.includes(word))) return 0;
  const first = words[0]!;
  if (name.startsWith(words.join(" "))) return 4;
  return name.startsWith(first) ? 3 : name.includes(` ${first}`) ? 2 : 1;
}

function PlaceLine({
  place,
  number,
  index,
}: {
  place: Destination;
  number: string | undefined;
  index: DocumentIndex;
}) {
  const section = place.kind === "heading" ? null : index.sectionAt(place.pos);
  return (
    <>
      <Sign kind={place.kind} />
      <span className="min-w-0 flex-1 truncate" dir="auto">
        {number && <span className="mr-2 text-quiet tabular-nums">{number}</span>}
        {shortened(place.name, 200) || "Untitled"}
      </span>
      <span className="max-w-[45%] shrink-0 truncate text-sm text-quiet">
        {place.kind === "heading"
          ? `level ${place.level}`
          : `${KIND_NAMES[place.kind]}${section ? ` in ${shortened(section.name, 40)}` : ""}`}
      </span>
    </>
  );
}
