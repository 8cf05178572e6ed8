import type { DocumentIndex, Section } from "@/core/destinations";
import { settingsOf, type DestinationId } from "@/core/document";
import { partitionPoint } from "@/core/order";
import { contentsList, listEntries, placedIn } from "./lists";
import { returnLinks, wayHome } from "./returns";

/** How readers get to one section, and away from it. A jump is a link that is followed. */
export interface SectionReach {
  readonly section: Section;
  /** Fewest jumps from the beginning of the document; null where no links lead there. 0 for the beginning itself. */
  readonly fromStart: number | null;
  /** Fewest jumps from the contents list; null without one, and where no links lead there. */
  readonly fromContents: number | null;
  /**
   * Fewest jumps back to the contents list, or to the top where there is none, also by the link at the end of a section around; null where no links
   * lead there.
   */
  readonly back: number | null;
  /** How far one reads on from its heading to the nearest way back, in pages; null where none follows. */
  readonly pagesToBack: number | null;
}

/** Where positions stand on pages, as far as they are laid out. */
export interface PageScale {
  /** The page of a position, counted from 0, with the part of the page above it. */
  pageOf(pos: number): number;
}

/** Pages of so many positions, where none are laid out. */
const GUESSED_PAGE = 2_400;
const GUESSED: PageScale = { pageOf: (pos) => pos / GUESSED_PAGE };

/**
 * The reach of every section. The text under each heading down to the next is one place to be; links that stand there, entries of lists and return
 * links lead on from it. What lies before the first heading belongs to the beginning.
 */
export function reachOf(index: DocumentIndex, pages: PageScale = GUESSED): SectionReach[] {
  const { headings, sections } = index;
  const starts = headings.map(({ pos }) => pos);
  /** The place in which a position lies: 0 before the first heading, else its heading's number from 1. */
  const placeAt = (pos: number) => partitionPoint(starts.length, (i) => starts[i]! <= pos);
  const ahead: number[][] = Array.from({ length: headings.length + 1 }, () => []);
  const lead = (from: number, to: number) => {
    if (from !== to) ahead[from]!.push(to);
  };
  const contents = contentsList(index);
  const home = contents ? placeAt(contents.pos) : 0;
  const waysBack: number[] = [];
  const placeOf = placesOf(index, placeAt);
  let own = 0;
  // Links come in order of place.
  for (const { from, target, reference } of index.links) {
    while (own < starts.length && starts[own]! <= from) own++;
    if (reference?.linked === false) continue;
    if (target.kind === "top") {
      lead(own, 0);
      if (!contents) waysBack.push(from);
    } else if (target.kind === "destination") {
      const place = placeOf(target.id);
      if (place === undefined) continue;
      lead(own, place);
      if (target.id === contents?.id) waysBack.push(from);
    }
  }
  for (const list of index.contentsLists) {
    const node = index.doc.child(list.block);
    // What stands in the header or footer is met everywhere.
    const everywhere = placedIn(node) !== null;
    const [first, last] = everywhere ? [0, headings.length] : [placeAt(list.pos), placeAt(list.pos)];
    for (const { id } of listEntries(index, node)) {
      const place = placeOf(id);
      if (place === undefined) continue;
      for (let from = first; from <= last; from++) lead(from, place);
      if (everywhere && id === contents?.id) for (const start of starts) waysBack.push(start);
    }
  }
  /** The outermost section that ends at a position, by the number of its place. */
  const ending = new Map<number, number>();
  sections.forEach(({ end }, i) => ending.has(end) || ending.set(end, i + 1));
  for (const { pos, end, ways } of returnLinks(index)) {
    const places = ways.map(({ to }) => (to && placeOf(to)) ?? 0);
    const [{ to }] = ways;
    // Who reads any part of a section to its end meets the links there.
    for (let from = ending.get(end)!; from <= headings.length && starts[from - 1]! < pos; from++)
      for (const place of places) lead(from, place);
    // It stands with what is before it; what is behind it may be a list over many pages.
    if (contents ? to === contents.id : to === null) waysBack.push(pos - 1);
  }
  const { also } = settingsOf(index.doc).returns;
  if (also?.includes("headings")) {
    const { to } = wayHome(index);
    const place = (to && placeOf(to)) ?? 0;
    headings.forEach(({ end }, i) => {
      lead(i + 1, place);
      if (contents ? to === contents.id : to === null) waysBack.push(end);
    });
  }
  if (contents) waysBack.push(contents.pos);
  waysBack.sort((a, b) => a - b);
  const behind: number[][] = ahead.map(() => []);
  ahead.forEach((places, from) => {
    for (const to of places) behind[to]!.push(from);
  });
  // Where the document begins with a heading, its text is the beginning too.
  const beginning = starts[0] === 0 ? [0, 1] : [0];
  const fromStart = jumpsFrom(beginning, ahead);
  const fromContents = contents ? jumpsFrom([home], ahead) : null;
  const back = jumpsFrom(contents ? [home] : beginning, behind);
  return sections.map((section, i) => {
    const next = waysBack[partitionPoint(waysBack.length, (n) => waysBack[n]! <= section.heading.pos)];
    return {
      section,
      fromStart: known(fromStart[i + 1]!),
      fromContents: fromContents && known(fromContents[i + 1]!),
      back: known(back[i + 1]!),
      pagesToBack:
        next === undefined ? null : Math.max(0, pages.pageOf(next) - pages.pageOf(section.heading.pos)),
    };
  });
}

/** The number of the place in which a destination stands; undefined for one that does not. What has a name is looked up in one pass. */
function placesOf(
  index: DocumentIndex,
  placeAt: (pos: number) => number,
): (id: DestinationId) => number | undefined {
  const { headings } = index;
  const places = new Map<string, number>();
  let place = 0;
  for (const { id, pos } of index.destinations) {
    while (place < headings.length && headings[place]!.pos <= pos) place++;
    places.set(id, place);
  }
  return (id) => {
    const named = places.get(id);
    if (named !== undefined) return named;
    const other = index.destination(id);
    return other && placeAt(other.pos);
  };
}

function known(jumps: number): number | null {
  return jumps < 0 ? null : jumps;
}

/** Fewest jumps from any of some places to each; -1 where none lead there. */
function jumpsFrom(from: readonly number[], ahead: readonly (readonly number[])[]): Int32Array {
  const jumps = new Int32Array(ahead.length).fill(-1);
  let edge = from.filter((place) => place < ahead.length);
  for (const place of edge) jumps[place] = 0;
  for (let count = 1; edge.length > 0; count++) {
    const next: number[] = [];
    for (const place of edge)
      for (const to of ahead[place]!)
        if (jumps[to]! < 0) {
          jumps[to] = count;
          next.push(to);
        }
    edge = next;
  }
  return jumps;
}

/** What the reach of a whole document comes to. */
export interface Coverage {
  readonly sections: number;
  /** Sections to which no links lead from the beginning. */
  readonly unreached: number;
  /** Sections from which no links lead back. */
  readonly stranded: number;
  /** Jumps from the beginning to a section that is reached, at most and on average. */
  readonly most: number;
  readonly mean: number;
  /** Pages one reads on to the nearest way back, at most; null where some section has none. */
  readonly farthestBack: number | null;
}

export function coverageOf(reach: readonly SectionReach[]): Coverage {
  const jumps = reach.flatMap(({ fromStart }) => fromStart ?? []);
  const far = reach.map(({ pagesToBack }) => pagesToBack);
  return {
    sections: reach.length,
    unreached: reach.filter(({ fromStart }) => fromStart === null).length,
    stranded: reach.filter(({ back }) => back === null).length,
    most: jumps.reduce((a, b) => Math.max(a, b), 0),
    mean: jumps.length === 0 ? 0 : jumps.reduce((a, b) => a + b, 0) / jumps.length,
    farthestBack: far.includes(null) ? null : far.reduce<number>((a, b) => Math.max(a, b!), 0),
  };
}
