import type { DocumentIndex } from "@/core/index";
import { settingsOf, type PageRule } from "@/core/document";
import { kept } from "@/core/kept";
import { partitionPoint } from "@/core/order";
import { contentsList, placedIn } from "./lists";
import { returnLinks, wayHomeOfPages } from "./returns";
import type { PageScale } from "./text-scale";

/** Where ways back stand, in order of place: everywhere, or at positions. */
export type Ways = "everywhere" | readonly number[];

/** The ways back of a document: where readers of its pages meet one, and those of its screens. */
export interface WaysBack {
  readonly paper: Ways;
  readonly screen: Ways;
}

/** The field of a page line that leads back. */
const HOME_FIELD = "{contents}";

/**
 * Every way back there is: links to the contents list or to the top, generated return links, signs beside headings, the list itself, menus and links in
 * the lines of pages, and on screens the link that stays in view.
 */
export const waysBack = kept((index: DocumentIndex): WaysBack => {
  const contents = contentsList(index);
  const ways: number[] = [];
  for (const { from, target, reference } of index.links) {
    if (reference?.linked === false) continue;
    if (target.kind === "top" || (target.kind === "destination" && target.id === contents?.id))
      ways.push(from);
  }
  // It stands with what is before it; what is behind it may be a list over many pages.
  for (const { pos } of returnLinks(index)) ways.push(pos - 1);
  const { also } = settingsOf(index.doc).returns;
  if (also?.includes("headings")) for (const { end } of index.headings) ways.push(end);
  let placed = false;
  for (const { block, pos } of index.contentsLists) {
    const list = index.doc.child(block);
    if (placedIn(list) !== null) placed = true;
    // Who reads a generated list has a way on in each line.
    else ways.push(pos, pos + list.nodeSize);
  }
  ways.sort((a, b) => a - b);
  const inLines = wayHomeOfPages(index) !== null && hasHomeField(index.sheet.page);
  return {
    paper: placed || inLines ? "everywhere" : ways,
    screen: placed || also?.includes("floating") ? "everywhere" : ways,
  };
});

function hasHomeField({ header, footer }: Pick<PageRule, "header" | "footer">): boolean {
  return [...header, ...footer].some((words) => words.includes(HOME_FIELD));
}

/** A spot of a document, and how far it is from the nearest way back, on pages or screens. */
export interface FarSpot {
  readonly pos: number;
  readonly off: number;
}

/** The spot that is farthest from a way back before or behind it, between each two of them, and at the ends of the document. */
export function farSpots(ways: Ways, scale: PageScale, size: number): FarSpot[] {
  if (ways === "everywhere") return [];
  const first = ways[0];
  if (first === undefined) return [];
  const last = ways.at(-1)!;
  const spots: FarSpot[] = [{ pos: 0, off: scale.pageOf(first) - scale.pageOf(0) }];
  for (let i = 1; i < ways.length; i++) {
    const [before, behind] = [ways[i - 1]!, ways[i]!];
    const off = (scale.pageOf(behind) - scale.pageOf(before)) / 2;
    if (off > 0) spots.push({ pos: middleOf(before, behind, scale), off });
  }
  spots.push({ pos: size, off: scale.pageOf(size) - scale.pageOf(last) });
  return spots;
}

function middleOf(from: number, to: number, scale: PageScale): number {
  const half = (scale.pageOf(from) + scale.pageOf(to)) / 2;
  return from + partitionPoint(to - from, (i) => scale.pageOf(from + i) < half);
}

/** How far the farthest of some spots is. */
export function farthest(spots: readonly FarSpot[]): number {
  return spots.reduce((most, { off }) => Math.max(most, off), 0);
}
