import type { Destination, DocumentIndex, Heading } from "@/core/index";
import { oldNames, resolveLinks, UNKNOWN_LIBRARY, type KnownLibrary, type Spot } from "@/core/links";
import { lacksWords, PROMISED, settingsOf, shortened } from "@/core/document";
import { brokenPromises, brokenMessage, missingEntries, type BrokenPromise } from "@/core/wayfinding";
import { partitionPoint } from "@/core/order";
import { TitleMap } from "@/core/structure";
import type { Finding, FindingPlace } from "./finding";

/** Follows every link and reads the whole structure of a document; the findings by kind, in order of place within it. */
export function readProof(index: DocumentIndex, library: KnownLibrary = UNKNOWN_LIBRARY): Finding[] {
  return [
    ...brokenLinks(index, library),
    ...misleadingWords(index, library),
    ...wordedByOldNames(index),
    ...sameNames(index),
    ...skippedLevels(index.headings),
    ...emptyHeadings(index.headings),
    ...picturesWithoutWords(index),
    ...entriesWithoutAim(index),
    ...promisesBroken(index),
  ];
}

const quoted = (text: string) => `“${shortened(text.trim(), 60)}”`;

function brokenLinks(index: DocumentIndex, library: KnownLibrary): Finding[] {
  return resolveLinks(index, library).flatMap((link) =>
    link.lands
      ? []
      : [
          {
            kind: "broken" as const,
            says: `The link ${quoted(link.text)} is broken. ${link.why}`,
            places: [{ from: link.from, to: link.to, text: link.text, id: null }],
          },
        ],
  );
}

function misleadingWords(index: DocumentIndex, library: KnownLibrary): Finding[] {
  const titled = new TitleMap<Heading>();
  for (const heading of index.headings) titled.add(heading.name, heading);
  return resolveLinks(index, library).flatMap((link): Finding[] => {
    // A cross-reference words itself.
    if (!link.lands || !link.destination || link.reference) return [];
    const named = titled.all(link.text);
    const landed = link.destination;
    if (named.length === 0 || named.some((heading) => standsFor(heading, landed))) return [];
    // As an index leads from a term to the place in its section.
    const around = index.sectionAt(landed.pos);
    if (around && named.includes(around)) return [];
    if (named.some((heading) => announces(landed, heading, titled, index))) return [];
    return [
      {
        kind: "misleading-words",
        says: `The link ${quoted(link.text)} is worded as that section but leads to ${quoted(landed.name)}.`,
        places: [{ from: link.from, to: link.to, text: link.text, id: named[0]!.id }],
      },
    ];
  });
}

function wordedByOldNames(index: DocumentIndex): Finding[] {
  return oldNames(index).map(({ link, name }) => ({
    kind: "old-name",
    says: `The link ${quoted(link.text)} has the old name of its destination, which is now called ${quoted(name)}.`,
    places: [{ from: link.from, to: link.to, text: link.text, id: null }],
  }));
}

/** Whether landing there is landing on the heading: itself, or a bookmark on it. */
function standsFor(heading: Heading, landed: Spot): boolean {
  return landed === heading || (landed.pos >= heading.pos && landed.pos < heading.end);
}

/** A few lines at most: who lands on so many letters right above a heading sees the heading. */
const MAX_LETTERS_ABOVE = 300;

/**
 * Whether a place stands right before a section, as anchors before headings do: readers land where they were told. It is called like the
 * section, or is an anchor that nobody named in the short block above its heading, where generated pages have “Next” and “Up”.
 */
function announces(landed: Spot, heading: Heading, titled: TitleMap<Heading>, index: DocumentIndex): boolean {
  const { doc, headings, anchors } = index;
  const { pos, name } = landed;
  const next = headings[partitionPoint(headings.length, (i) => headings[i]!.pos <= pos)];
  if (next !== heading) return false;
  if (titled.all(name).includes(heading)) return true;
  const above = doc.resolve(heading.pos).nodeBefore;
  const stands = above !== null && pos >= heading.pos - above.nodeSize && above.nodeSize <= MAX_LETTERS_ABOVE;
  return stands && "id" in landed && landed.id !== null && anchors.of(landed.id) === name;
}

function sameNames(index: DocumentIndex): Finding[] {
  const named = new Map<string, Destination[]>();
  for (const place of index.destinations) {
    const key = place.name.normalize("NFKC").toLowerCase().replace(/\s+/g, " ").trim();
    if (key === "" || place.kind === "contents") continue;
    named.set(key, [...(named.get(key) ?? []), place]);
  }
  return [...named.values()].flatMap((places) => {
    const apart = places.filter(
      (place) =>
        !(
          place.kind === "bookmark" &&
          places.some((other) => other.kind === "heading" && standsFor(other, place))
        ),
    );
    return apart.length < 2
      ? []
      : [
          {
            kind: "same-name" as const,
            says: `${apart.length} destinations are called ${quoted(apart[0]!.name)}.`,
            places: apart.map(placeOf),
          },
        ];
  });
}

function skippedLevels(headings: readonly Heading[]): Finding[] {
  return headings.flatMap((heading, i) => {
    const before = headings[i - 1]?.level ?? 0;
    if (heading.level <= before + 1 || i === 0) return [];
    return [
      {
        kind: "skipped-level" as const,
        says: `${quoted(heading.name || "An empty heading")} has level ${heading.level}, but the heading before it has level ${before}.`,
        places: [placeOf(heading)],
      },
    ];
  });
}

function emptyHeadings(headings: readonly Heading[]): Finding[] {
  return headings
    .filter((heading) => heading.name.trim() === "")
    .map((heading) => ({
      kind: "empty-heading",
      says: `A heading of level ${heading.level} has no words.`,
      places: [placeOf(heading)],
    }));
}

function picturesWithoutWords(index: DocumentIndex): Finding[] {
  const found = (name: string, place: FindingPlace): Finding => ({
    kind: "no-words-for-picture",
    says: `${name} has no description for people who cannot see it.`,
    places: [place],
  });
  return [
    ...index.figures
      .filter(({ pos }) => lacksWords(index.doc.nodeAt(pos)!))
      .map((figure) => found(index.captions.get(figure.id) ?? "A picture", placeOf(figure))),
    ...index.wordlessPictures.map((from) =>
      found("A picture in a line", { from, to: from + 1, text: "", id: null }),
    ),
  ];
}

/** One for each promise that does not hold, with all sections at which it does not; what is worst is said. */
function promisesBroken(index: DocumentIndex): Finding[] {
  const { promises } = settingsOf(index.doc).returns;
  if (!promises) return [];
  const all = brokenPromises(index, promises);
  return PROMISED.flatMap((promise): Finding[] => {
    const broken = all.filter((one) => one.promise === promise);
    if (broken.length === 0) return [];
    const far = ({ is }: BrokenPromise) => is ?? Infinity;
    const worst = broken.reduce((most, one) => (far(one) > far(most) ? one : most));
    const places = [worst, ...broken.filter((one) => one !== worst)].map(({ section }) => placeOf(section));
    return [{ kind: "broken-promise", says: brokenMessage(worst), places }];
  });
}

function entriesWithoutAim(index: DocumentIndex): Finding[] {
  return missingEntries(index).map(({ to, place }) => ({
    kind: "no-such-entry",
    says: `The index entry ${quoted(place.entry.main)} sends readers to ${quoted(to)}, which the index does not have.`,
    places: [placeOf(place)],
  }));
}

function placeOf(place: Destination): FindingPlace {
  return { from: place.pos, to: place.end, text: place.name, id: place.id };
}
