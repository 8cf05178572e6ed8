import type { DocumentIndex, Section } from "@/core/index";
import { settingsOf, type DestinationId } from "@/core/document";
import { partitionPoint } from "@/core/order";
import { contentsList, listEntries, placedIn } from "./lists";
import { returnLinks, wayHome } from "./returns";
import { estimatedPages, estimatedScreens, type PageScale } from "./text-scale";
import { farSpots, waysBack, type Ways } from "./ways-back";

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
  /** How far the farthest spot of its own text is from a way back on paper, in pages, whether one turns back or reads on; null where there is none. */
  readonly pagesToBack: number | null;
  /** The same on screens of 1280 by 800. */
  readonly screensToBack: number | null;
}

/**
 * The reach of every section. The text under each heading down to the next is one place to be; links that stand there, entries of lists and return
 * links lead on from it. What lies before the first heading belongs to the beginning.
 */
export function reachOf(
  index: DocumentIndex,
  pages: PageScale = estimatedPages(index.doc),
  screens: PageScale = estimatedScreens(index.doc),
): SectionReach[] {
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
  const placeOf = placesOf(index, placeAt);
  let own = 0;
  // Links come in order of place.
  for (const { from, target, reference } of index.links) {
    while (own < starts.length && starts[own]! <= from) own++;
    if (reference?.linked === false) continue;
    if (target.kind === "top") {
      lead(own, 0);
    } else if (target.kind === "destination") {
      const place = placeOf(target.id);
      if (place === undefined) continue;
      lead(own, place);
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
    }
  }
  /** The outermost section that ends at a position, by the number of its place. */
  const ending = new Map<number, number>();
  sections.forEach(({ end }, i) => ending.has(end) || ending.set(end, i + 1));
  for (const { pos, end, ways } of returnLinks(index)) {
    const places = ways.map(({ to }) => (to && placeOf(to)) ?? 0);
    // Who reads any part of a section to its end meets the links there.
    for (let from = ending.get(end)!; from <= headings.length && starts[from - 1]! < pos; from++)
      for (const place of places) lead(from, place);
  }
  const { also } = settingsOf(index.doc).returns;
  const { paper, screen } = waysBack(index);
  // What stands beside each heading, on each page or stays in view is met in each section.
  if (also?.includes("headings") || paper === "everywhere" || screen === "everywhere") {
    const { to } = wayHome(index);
    const place = (to && placeOf(to)) ?? 0;
    headings.forEach((_, i) => lead(i + 1, place));
  }
  const behind: number[][] = ahead.map(() => []);
  ahead.forEach((places, from) => {
    for (const to of places) behind[to]!.push(from);
  });
  // Where the document begins with a heading, its text is the beginning too.
  const beginning = starts[0] === 0 ? [0, 1] : [0];
  const fromStart = jumpsFrom(beginning, ahead);
  const fromContents = contents ? jumpsFrom([home], ahead) : null;
  const back = jumpsFrom(contents ? [home] : beginning, behind);
  const size = index.doc.content.size;
  const onPages = offIn(paper, pages, starts, size);
  const onScreens = offIn(screen, screens, starts, size);
  return sections.map((section, i) => ({
    section,
    fromStart: known(fromStart[i + 1]!),
    fromContents: fromContents && known(fromContents[i + 1]!),
    back: known(back[i + 1]!),
    pagesToBack: onPages(i),
    screensToBack: onScreens(i),
  }));
}

/** How far the farthest spot of the text under a heading, by its number, is from a way back; null where there is none at all. */
function offIn(
  ways: Ways,
  scale: PageScale,
  starts: readonly number[],
  size: number,
): (i: number) => number | null {
  if (ways === "everywhere") return () => 0;
  if (ways.length === 0) return () => null;
  const off = (pos: number) => {
    const next = partitionPoint(ways.length, (n) => ways[n]! <= pos);
    const at = scale.pageOf(pos);
    const [before, behind] = [ways[next - 1], ways[next]];
    return Math.min(
      before === undefined ? Infinity : at - scale.pageOf(before),
      behind === undefined ? Infinity : scale.pageOf(behind) - at,
    );
  };
  const spots = farSpots(ways, scale, size);
  return (i) => {
    const [from, to] = [starts[i]!, starts[i + 1] ?? size];
    let most = Math.max(off(from), off(to - 1));
    for (
      let n = partitionPoint(spots.length, (k) => spots[k]!.pos < from);
      n < spots.length && spots[n]!.pos < to;
      n++
    )
      most = Math.max(most, spots[n]!.off);
    return Math.max(0, most);
  };
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
  /** How far the farthest spot is from a way back, in pages on paper and in screens; null where there is none. */
  readonly farthestBack: number | null;
  readonly farthestOnScreen: number | null;
}

export function coverageOf(reach: readonly SectionReach[]): Coverage {
  const jumps = reach.flatMap(({ fromStart }) => fromStart ?? []);
  const most = (far: readonly (number | null)[]) =>
    far.includes(null) ? null : far.reduce<number>((a, b) => Math.max(a, b!), 0);
  return {
    sections: reach.length,
    unreached: reach.filter(({ fromStart }) => fromStart === null).length,
    stranded: reach.filter(({ back }) => back === null).length,
    most: jumps.reduce((a, b) => Math.max(a, b), 0),
    mean: jumps.length === 0 ? 0 : jumps.reduce((a, b) => a + b, 0) / jumps.length,
    farthestBack: most(reach.map(({ pagesToBack }) => pagesToBack)),
    farthestOnScreen: most(reach.map(({ screensToBack }) => screensToBack)),
  };
}
