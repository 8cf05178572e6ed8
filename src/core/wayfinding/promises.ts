import type { DocumentIndex, Heading } from "@/core/index";
import { shortened, type Promises } from "@/core/document";
import { partitionPoint } from "@/core/order";
import { kindOf, listEntries } from "./lists";
import { levelsAboveChapters } from "./own-title";
import { reachOf, type SectionReach } from "./reach";
import type { PageScale } from "./text-scale";

/** A promise that a document does not keep at a section. */
export interface BrokenPromise {
  readonly promise: keyof Promises;
  readonly section: Heading;
  /** How many jumps, pages, screens or sections there are; null for no way at all. */
  readonly is: number | null;
  readonly most: number;
}

/** The promises that a document breaks, the sections of each in order of place. Pages as they are laid out, or as they are estimated. */
export function brokenPromises(
  index: DocumentIndex,
  promises: Promises,
  pages?: PageScale,
  screens?: PageScale,
): BrokenPromise[] {
  const reach = reachOf(index, pages, screens);
  const by = (promise: keyof Promises, of: (one: SectionReach) => number | null): BrokenPromise[] => {
    const most = promises[promise];
    if (!most) return [];
    return reach.flatMap((one) => {
      const is = of(one);
      return is === null || is > most ? [{ promise, section: one.section.heading, is, most }] : [];
    });
  };
  return [
    ...by("jumps", ({ fromStart }) => fromStart),
    ...by("pages", ({ pagesToBack }) => pagesToBack),
    ...by("screens", ({ screensToBack }) => screensToBack),
    ...chaptersWithoutList(index, promises.sections ?? null),
  ];
}

/** Chapters with more sections than are promised, and no list of their own. */
function chaptersWithoutList(index: DocumentIndex, most: number | null): BrokenPromise[] {
  if (most === null) return [];
  const { headings, sections, doc, contentsLists } = index;
  const level = levelsAboveChapters(doc) + 1;
  return sections.flatMap(({ heading, end }, i) => {
    if (heading.level !== level) return [];
    const behind = partitionPoint(headings.length, (n) => headings[n]!.pos < end);
    const is = behind - i - 1;
    if (is <= most) return [];
    const first = headings[i + 1]!.pos;
    const own = contentsLists.some(({ pos, block }) => {
      const list = doc.child(block);
      return (
        pos > heading.pos && pos < first && kindOf(list) === "section" && listEntries(index, list).length > 0
      );
    });
    return own ? [] : [{ promise: "sections" as const, section: heading, is, most }];
  });
}

/** A broken promise in one sentence. */
export function brokenMessage({ promise, section, is, most }: BrokenPromise): string {
  const name = `“${shortened(section.name.trim(), 60) || "Untitled"}”`;
  const promised = `${most} ${most === 1 ? "is" : "are"} promised`;
  switch (promise) {
    case "jumps":
      return is === null
        ? `No links lead from the start to ${name}; at most ${most} jumps are promised.`
        : `${name} is ${is} jumps from the start; at most ${promised}.`;
    case "pages":
      return is === null
        ? `On paper no way leads back from ${name}.`
        : `In ${name} a way back is up to ${is.toFixed(1)} pages off; at most ${promised}.`;
    case "screens":
      return is === null
        ? `On screens no way leads back from ${name}.`
        : `In ${name} a way back is up to ${is.toFixed(1)} screens off; at most ${promised}.`;
    case "sections":
      return `The chapter ${name} has ${is} sections and no list of its own; one is promised from ${most + 1} on.`;
  }
}
