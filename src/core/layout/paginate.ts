import { partitionPoint } from "@/core/order";
import { heightOf, type Flow, type SetNote } from "./flow";
import type { PagedSection } from "./paged-section";

/** Lines of a footnote that stand on one page. */
export interface NotePart {
  readonly note: SetNote;
  readonly from: number;
  readonly to: number;
}

/** A column of text on a page: the strips from one place to another (exclusive), and the notes at its foot. */
export interface Column {
  readonly flow: number;
  readonly strip: number;
  readonly endFlow: number;
  readonly endStrip: number;
  readonly notes: readonly NotePart[];
}

/** One page: what stands on it, from the beginning of its first column to the end of its last. */
export interface Page {
  readonly flow: number;
  readonly strip: number;
  readonly endFlow: number;
  readonly endStrip: number;
  /** Most pages have one; those at the end that stay empty are left out. */
  readonly columns: readonly Column[];
  /** Which section of pages it belongs to. */
  readonly section: number;
  /** What of notes goes on to the next page. */
  readonly runOver: readonly NotePart[];
  /** Left empty so that the next begins on the right. */
  readonly blank: boolean;
  /** The furthest flow that was looked at to make it: if none of those up to here changes, the page stays. */
  readonly looked: number;
}

/** What of a section says how its pages are filled. */
type Filled = Pick<PagedSection, "flow" | "height" | "rightHand" | "own" | "paper">;

/** The line over the notes, with the space around it. */
export const NOTE_RULE = 12;
const MIN_NOTE_LINES = 2;

/**
 * Fills pages with flows. With the pages of an earlier version and how many flows at the beginning and at the end are the same,
 * only the pages in between are filled again, until one begins where an earlier one did.
 */
export function paginate(
  flows: readonly Flow[],
  sections: readonly Filled[],
  earlier: { pages: readonly Page[]; flows: number; same: number; sameAtEnd: number } | null,
): Page[] {
  const pages: Page[] = [];
  if (earlier)
    for (const page of earlier.pages) {
      if (page.looked >= earlier.same) break;
      pages.push(page);
    }
  const shift = earlier ? flows.length - earlier.flows : 0;
  const laterStarts = earlier ? startsAfter(earlier, pages.length) : null;
  const byHands = sections.some(({ rightHand, own }) => rightHand || own.rightHand);
  for (;;) {
    const last = pages.at(-1);
    const flow = last?.endFlow ?? 0;
    const strip = last?.endStrip ?? 0;
    const runOver = last?.runOver ?? NONE;
    if (flow >= flows.length && runOver.length === 0) break;
    if (laterStarts && runOver.length === 0 && flow >= flows.length - earlier!.sameAtEnd) {
      const at = laterStarts.get(key(flow - shift, strip));
      const aligned = at !== undefined && (!byHands || (at - pages.length) % 2 === 0);
      if (aligned) {
        for (let i = at; i < earlier!.pages.length; i++) pages.push(shifted(earlier!.pages[i]!, shift));
        return pages;
      }
    }
    const section = sectionOf(sections, flow);
    const set = sections[section]!;
    const begins = section > 0 && flow === set.flow;
    const onRight = (set.rightHand && flows[flow]?.newPage) || (set.own.rightHand && begins);
    if (onRight && strip === 0 && pages.length % 2 === 1 && runOver.length === 0)
      pages.push(blank(flow, last?.section ?? section));
    pages.push(fillPage(flows, { flow, strip, runOver }, section, set));
  }
  // A document without words still has a page.
  if (pages.length === 0) pages.push({ ...blank(0, 0), blank: false });
  return pages;
}

/** The section whose pages a flow stands on. */
function sectionOf(sections: readonly Filled[], flow: number): number {
  return Math.max(0, partitionPoint(sections.length, (i) => sections[i]!.flow <= flow) - 1);
}

const NONE: readonly NotePart[] = [];
const key = (flow: number, strip: number) => flow * 65_536 + strip;

function startsAfter(earlier: { pages: readonly Page[] }, from: number): Map<number, number> {
  const starts = new Map<number, number>();
  for (let i = earlier.pages.length - 1; i >= from; i--) {
    const page = earlier.pages[i]!;
    const before = earlier.pages[i - 1];
    if (!before || before.runOver.length === 0) starts.set(key(page.flow, page.strip), i);
  }
  return starts;
}

function shifted(page: Page, by: number): Page {
  if (by === 0) return page;
  const moved = <T extends Column | Page>(one: T): T => ({
    ...one,
    flow: one.flow + by,
    endFlow: one.endFlow + by,
  });
  return { ...moved(page), columns: page.columns.map(moved), looked: page.looked + by };
}

function blank(flow: number, section: number): Page {
  return {
    flow,
    strip: 0,
    endFlow: flow,
    endStrip: 0,
    columns: [],
    section,
    runOver: NONE,
    blank: true,
    looked: flow,
  };
}

/** Where a column begins, and what is left of notes. */
interface Beginning {
  readonly flow: number;
  readonly strip: number;
  readonly runOver: readonly NotePart[];
}

function fillPage(flows: readonly Flow[], at: Beginning, section: number, set: Filled): Page {
  const columns: Column[] = [];
  let looked = 0;
  let from = at;
  for (let left = set.paper.columns?.count ?? 1; left > 0; left--) {
    const filled = fillColumn(flows, from, set.height);
    const { column } = filled;
    columns.push(column);
    looked = Math.max(looked, filled.looked);
    from = { flow: column.endFlow, strip: column.endStrip, runOver: filled.runOver };
    if (filled.ended) break;
  }
  return {
    flow: at.flow,
    strip: at.strip,
    endFlow: from.flow,
    endStrip: from.strip,
    columns,
    section,
    runOver: from.runOver,
    blank: false,
    looked,
  };
}

interface FilledColumn {
  readonly column: Column;
  readonly runOver: readonly NotePart[];
  readonly looked: number;
  /** Whether what comes next begins a page, or nothing does. */
  readonly ended: boolean;
}

function fillColumn(
  flows: readonly Flow[],
  { flow: startFlow, strip: startStrip, runOver }: Beginning,
  height: number,
): FilledColumn {
  const notes: NotePart[] = [];
  let noteHeight = 0;
  const rest = takeNotes(runOver, height, notes);
  for (const part of notes) noteHeight += partHeight(part);
  if (notes.length > 0) noteHeight += NOTE_RULE;
  if (rest.length > 0) return column(startFlow, startStrip, notes.length, rest, startFlow);

  let used = 0;
  // The places where the page may end, each with the notes that stand on it then.
  let bestFlow = -1;
  let bestStrip = 0;
  let bestNotes = 0;
  let flow = startFlow;
  let strip = startStrip;
  let empty = true;
  for (; flow < flows.length; flow++, strip = 0) {
    const own = flows[flow]!;
    if (own.newPage && strip === 0 && !(flow === startFlow && startStrip === 0))
      return column(flow, 0, notes.length, NONE, flow);
    // The space before a page's first block is left out, except for the space over what stands again.
    if (empty && strip > 0 && own.repeated && strip >= own.repeated[1])
      for (let i = own.repeated[0]; i < own.repeated[1]; i++) used += own.strips[i]!.height;
    for (; strip < own.strips.length; strip++) {
      const at = own.strips[strip]!;
      if (at.free && !empty && mayEndBefore(flows, flow, strip)) {
        bestFlow = flow;
        bestStrip = strip;
        bestNotes = notes.length;
      }
      const gap =
        empty || own.endsPage ? 0 : strip > 0 ? at.gap : Math.max(own.before, flows[flow - 1]!.after);
      const more = gap + at.height;
      let noted = 0;
      if (at.notes.length > 0) for (const note of at.notes) noted += note.height;
      if (noted > 0 && noteHeight === 0) noted += NOTE_RULE;
      if (used + more + noteHeight + noted <= height + 0.01) {
        used += more;
        noteHeight += noted;
        if (at.notes.length > 0)
          for (const note of at.notes) notes.push({ note, from: 0, to: note.strips.length });
        empty = false;
        continue;
      }
      // Too long a note is parted rather than sent on with its line: else pages would stay half empty.
      const tooLong = noted > height * 0.3;
      const room = height - used - more - noteHeight;
      if (at.notes.length > 0 && (bestFlow < 0 || tooLong) && room >= leastOf(at.notes, noteHeight === 0)) {
        const parts = at.notes.map((note) => ({ note, from: 0, to: note.strips.length }));
        const left = takeNotes(
          parts,
          height - used - more - (noteHeight === 0 ? 0 : noteHeight - NOTE_RULE),
          notes,
        );
        const next =
          strip + 1 < own.strips.length ? { flow, strip: strip + 1 } : { flow: flow + 1, strip: 0 };
        return column(next.flow, next.strip, notes.length, left, flow);
      }
      if (bestFlow >= 0) return column(bestFlow, bestStrip, bestNotes, NONE, flow);
      if (!empty) return column(flow, strip, notes.length, NONE, flow);
      // Higher than a page by itself: it stands there all the same, its notes after it.
      const left = takeNotes(
        at.notes.map((note) => ({ note, from: 0, to: note.strips.length })),
        Math.max(0, height - used - more - noteHeight),
        notes,
      );
      const next = strip + 1 < own.strips.length ? { flow, strip: strip + 1 } : { flow: flow + 1, strip: 0 };
      return column(next.flow, next.strip, notes.length, left, flow);
    }
    if (own.endsPage) return column(flow + 1, 0, notes.length, NONE, flow);
  }
  // What comes after the last block may still stand on this page.
  return column(flows.length, 0, notes.length, NONE, flows.length);

  function column(
    endFlow: number,
    endStrip: number,
    noteCount: number,
    left: readonly NotePart[],
    looked: number,
  ): FilledColumn {
    const next = endStrip === 0 ? flows[endFlow] : null;
    return {
      column: {
        flow: startFlow,
        strip: startStrip,
        endFlow,
        endStrip,
        notes: noteCount === 0 ? NONE : notes.slice(0, noteCount),
      },
      runOver: left,
      looked,
      ended:
        next === undefined ||
        (next !== null && (next.newPage || (endFlow > startFlow && flows[endFlow - 1]!.endsPage))),
    };
  }
}

/** Whether a page may end before a strip, as far as the block before it says. */
function mayEndBefore(flows: readonly Flow[], flow: number, strip: number): boolean {
  return strip > 0 || flow === 0 || !flows[flow - 1]!.keepWithNext;
}

/** The least room that notes need to begin in. */
function leastOf(notes: readonly SetNote[], first: boolean): number {
  const { strips } = notes[0]!;
  return heightOf(strips.slice(0, MIN_NOTE_LINES)) + (first ? NOTE_RULE : 0);
}

/** The height of what of a note stands on a page. */
export function partHeight({ note, from, to }: NotePart): number {
  return heightOf(note.strips.slice(from, to));
}

/** Takes as many lines of notes as there is room for under the line over them; answers what is left. */
function takeNotes(parts: readonly NotePart[], room: number, into: NotePart[]): readonly NotePart[] {
  let used = NOTE_RULE;
  const first = into.length === 0;
  for (const [i, part] of parts.entries()) {
    const { strips } = part.note;
    const heightAt = (strip: number) => (strip > part.from ? strips[strip]!.gap : 0) + strips[strip]!.height;
    let to = part.from;
    while (to < part.to && used + heightAt(to) <= room + 0.01) used += heightAt(to++);
    // A line higher than a page stands on one all the same.
    if (to === part.from && first && i === 0 && room > 0) to++;
    if (to > part.from) into.push({ ...part, to });
    if (to < part.to) return [{ ...part, from: to }, ...parts.slice(i + 1)];
  }
  return NONE;
}
