import type { Node } from "prosemirror-model";
import {
  type BookmarkEntry,
  bookmarksOnBlocks,
  type DestinationId,
  idOf,
  knownId,
  namedWithin,
  type Registry,
  settingsOf,
  type StyleSheet,
} from "@/core/document";
import { changedRun } from "@/core/steps";
import { partitionPoint } from "@/core/order";
import { assignAnchors, type Anchors } from "./anchors";
import { indexedKey } from "./destination";
import type {
  BlockDestination,
  Bookmark,
  ComputedPlace,
  Destination,
  Heading,
  IndexedDestination,
  LinkPlace,
  NoteDestination,
  NotePlace,
  ReferencePlace,
  Section,
} from "./destination";
import { listStarts } from "./list-starts";
import { captionLabels, shownNumbers } from "./numbers";
import { paragraphById } from "./paragraphs";
import { PlacedRun } from "./placed-run";
import { runsOf, type Run } from "./run";
import { sectionsOf } from "./sections";
import { ownEntry } from "@/core/own-entry";

/**
 * The index of one version of a document: its headings, sections, bookmarks, figures, tables and links in order of place,
 * its word count and its anchors. Made by {@link indexDocument}; what is not asked for is not computed.
 */
export class DocumentIndex {
  private readonly memo = new Map<string, unknown>();

  /** @internal Use {@link indexDocument}. */
  constructor(
    readonly doc: Node,
    readonly runs: readonly Run[],
    private readonly previous: Pick<DocumentIndex, "anchors" | "destinations" | "doc"> | null,
    /** Runs of an earlier version where they stood then; many stand there still. */
    private readonly placedBefore: readonly PlacedRun[],
  ) {}

  /** The runs where they stand. A key moves all that follows it, and most keys are followed by another before anybody asks. */
  get placed(): readonly PlacedRun[] {
    return this.once("placed", () => placedRuns(this.runs, this.placedBefore));
  }

  /** Number of words in the document, captions and tables included, generated lists not. */
  get words(): number {
    return this.runs.reduce((sum, run) => sum + run.words, 0);
  }

  get headings(): readonly Heading[] {
    return this.once("headings", () => gathered(this.placed, (run) => run.headings));
  }

  get sections(): readonly Section[] {
    return this.once("sections", () => sectionsOf(this.headings, this.doc, this.words));
  }

  get links(): readonly LinkPlace[] {
    return this.once("links", () => gathered(this.placed, (run) => run.links));
  }

  /** The links and cross-references near a position, those of the block it is in among them; not all need to be placed for it. */
  linksNear(pos: number): readonly LinkPlace[] {
    let [start, block] = [0, 0];
    for (const [i, run] of this.runs.entries()) {
      if (pos < start + run.size || i === this.runs.length - 1)
        return this.once(`links of ${i}`, () => new PlacedRun(run, start, block, 0).links);
      start += run.size;
      block += run.blocks.length;
    }
    return [];
  }

  /** Cross-references in order of place. */
  get references(): readonly ReferencePlace[] {
    return this.once("references", () => gathered(this.placed, (run) => run.references));
  }

  /** Figures, tables, equations, notices and generated lists in order of place, those within other blocks too. */
  get blocks(): readonly BlockDestination[] {
    return this.once("blocks", () => gathered(this.placed, (run) => run.blocks));
  }

  get figures(): readonly BlockDestination[] {
    return this.once("figures", () => this.blocksOf("figure"));
  }

  get tables(): readonly BlockDestination[] {
    return this.once("tables", () => this.blocksOf("table"));
  }

  get notices(): readonly BlockDestination[] {
    return this.once("notices", () => this.blocksOf("notice"));
  }

  get equations(): readonly BlockDestination[] {
    return this.once("equations", () => this.blocksOf("equation"));
  }

  /** Footnotes and endnotes in order of place; each kind is counted by itself. */
  get notes(): readonly NotePlace[] {
    return this.once("notes", () => {
      const notes: NotePlace[] = [];
      const counts = { foot: 0, end: 0 };
      for (const { run, pos, block: first } of this.placed)
        for (const { block, offset, summary } of run.noted)
          for (const { id, from, to, text, place } of summary.notes)
            notes.push({
              id,
              text,
              place,
              from: pos + offset + from,
              to: pos + offset + to,
              number: ++counts[place],
              block: first + block,
            });
      return notes;
    });
  }

  /** What stands under entries of the index, in order of place. A place that goes over several blocks is one, from its first words to its last. */
  get indexed(): readonly IndexedDestination[] {
    return this.once("indexed", () => {
      const found = new Map<string, IndexedDestination>();
      for (const { run, pos, block: first } of this.placed)
        for (const { block, offset, summary } of run.indexed)
          for (const { id, entry, from, to } of summary.indexed) {
            const start = pos + offset;
            const key = indexedKey(id, entry);
            const before = found.get(key);
            found.set(key, {
              ...(before ?? { kind: "indexed", id, entry, pos: start + from, block: first + block }),
              name: before?.name ?? [entry.main, entry.sub].filter(Boolean).join(", "),
              end: start + to,
            });
          }
      return [...found.values()];
    });
  }

  private get indexedById(): ReadonlyMap<string, IndexedDestination> {
    return this.once(
      "indexedById",
      () => new Map(this.indexed.toReversed().map((place) => [place.id, place])),
    );
  }

  /** Computed values in order of place. */
  get computed(): readonly ComputedPlace[] {
    return this.once("computed", () => {
      const places: ComputedPlace[] = [];
      for (const { run, pos, block: first } of this.placed)
        for (const { block, offset, summary } of run.computing)
          for (const { from, expression } of summary.computed)
            places.push({ from: pos + offset + from, expression, block: first + block });
      return places;
    });
  }

  /** The positions of pictures in lines that tell those nothing who cannot see them. */
  get wordlessPictures(): readonly number[] {
    return this.once("wordless", () =>
      this.placed.flatMap(({ run, pos }) =>
        run.wordless.flatMap(({ offset, summary }) => summary.wordless.map((at) => pos + offset + at)),
      ),
    );
  }

  get sheet(): StyleSheet {
    return settingsOf(this.doc).styles;
  }

  /** The numbers that headings show, by id; headings without one are not in it. */
  get numbers(): ReadonlyMap<DestinationId, string> {
    return this.once("numbers", () => shownNumbers(this.headings, this.sheet));
  }

  /** What stands before the captions of figures, tables and equations: `Figure 3`. */
  get captions(): ReadonlyMap<DestinationId, string> {
    return this.once("captions", () =>
      captionLabels(this.blocks, this.headings, this.sheet.captions, this.numbers),
    );
  }

  /** The first numbers of continued lists, by id. */
  get listStarts(): ReadonlyMap<DestinationId, number> {
    return this.once("listStarts", () => listStarts(this.runs.flatMap((run) => run.counted)));
  }

  get contentsLists(): readonly BlockDestination[] {
    return this.once("contents", () => this.blocksOf("contents"));
  }

  /** Bookmarks that stand in the document, in order of place. */
  get bookmarks(): readonly Bookmark[] {
    return this.once("bookmarks", () => this.findBookmarks());
  }

  /** Ids of bookmarks whose text was removed from the document though nobody removed the bookmark. */
  get lostBookmarks(): readonly DestinationId[] {
    return this.once("lost", () => {
      const standing = new Set(this.bookmarks.map((bookmark) => bookmark.id));
      const all = Object.entries(this.registry.bookmarks);
      return all
        .filter(([id, entry]) => !entry.removed && !standing.has(knownId(id)))
        .map(([id]) => knownId(id));
    });
  }

  /**
   * What has a name of its own, in order of place. Notes and paragraphs, which are many and to which links seldom
   * lead, are found by {@link destination} only, and so is what stands in the index.
   */
  get destinations(): readonly Destination[] {
    return this.once("destinations", () => {
      const all: Destination[] = [...this.headings, ...this.blocks, ...this.bookmarks];
      return all.sort((a, b) => a.pos - b.pos || b.end - a.end);
    });
  }

  /** The destination of an id, if it stands in this version of the document. */
  destination(id: DestinationId): Destination | undefined {
    const named = this.once("byId", () => new Map(this.destinations.map((place) => [place.id, place])));
    return (
      named.get(id) ?? this.noteById.get(id) ?? this.indexedById.get(id) ?? paragraphById(this.placed, id)
    );
  }

  private get noteById(): ReadonlyMap<string, NoteDestination> {
    return this.once("noteById", () => {
      const byId = new Map<string, NoteDestination>();
      for (const { id, from, to, number, text, place, block } of this.notes)
        if (id) byId.set(id, { kind: "note", id, name: text, pos: from, end: to, number, place, block });
      return byId;
    });
  }

  /** The ids of all that has a name of its own. Cheaper than the places themselves: most of those move with each key. */
  get standing(): ReadonlySet<string> {
    return this.once("standing", () => {
      const ids = new Set<string>();
      const { bookmarks } = this.registry;
      for (const run of this.runs) {
        for (const { id } of run.headings) ids.add(id);
        for (const { id } of run.others) ids.add(id);
        for (const { summary } of run.marked)
          for (const { id } of summary.bookmarks) if (ownEntry(bookmarks, id)?.removed === false) ids.add(id);
      }
      const onBlocks = bookmarksOnBlocks(this.registry);
      if (onBlocks.size > 0)
        for (const block of this.blockPlaces(onBlocks).keys())
          for (const id of onBlocks.get(block)!) ids.add(id);
      return ids;
    });
  }

  /** Public names of all destinations. */
  get anchors(): Anchors {
    return this.once("anchors", () => assignAnchors(this.destinations, this.registry, this.previous));
  }

  get registry(): Registry {
    return settingsOf(this.doc).registry;
  }

  /** The innermost section in which a position lies, or null before the first heading. */
  sectionAt(pos: number): Heading | null {
    const headings = this.headings;
    return headings[partitionPoint(headings.length, (i) => headings[i]!.pos <= pos) - 1] ?? null;
  }

  /** The section that a heading begins, by the heading's id. */
  sectionOf(heading: string): Section | undefined {
    return this.once(
      "sectionByHeading",
      () => new Map<string, Section>(this.sections.map((it) => [it.heading.id, it])),
    ).get(heading);
  }

  /** The place of a position in a block whose id is known. */
  blockAt(block: number): { node: Node; pos: number } | null {
    for (const run of this.placed) {
      if (block >= run.block + run.run.blocks.length) continue;
      let pos = run.pos;
      for (let i = 0; i < block - run.block; i++) pos += run.run.blocks[i]!.nodeSize;
      return { node: run.run.blocks[block - run.block]!, pos };
    }
    return null;
  }

  private blocksOf(kind: BlockDestination["kind"]): BlockDestination[] {
    return this.blocks.filter((block) => block.kind === kind);
  }

  private findBookmarks(): Bookmark[] {
    const entries = this.registry.bookmarks;
    const found = new Map<string, Bookmark>();
    for (const run of this.placed)
      for (const piece of run.pieces) {
        const entry = ownEntry(entries, piece.id);
        if (!entry || entry.removed) continue;
        const before = found.get(piece.id);
        if (before) found.set(piece.id, { ...before, end: piece.to, text: `${before.text} ${piece.text}` });
        else
          found.set(
            piece.id,
            bookmark(
              piece.id,
              entry,
              piece.point ? "point" : "range",
              piece.text,
              piece.from,
              piece.to,
              piece.block,
            ),
          );
      }
    // Pieces come in order of place, so only bookmarks on blocks have to be sorted in.
    const onBlocks = bookmarksOnBlocks(this.registry);
    if (onBlocks.size === 0) return [...found.values()];
    for (const [on, { pos, end, block }] of this.blockPlaces(onBlocks))
      for (const id of onBlocks.get(on)!)
        found.set(id, bookmark(id, entries[id]!, "block", "", pos, end, block));
    return [...found.values()].sort((a, b) => a.pos - b.pos || b.end - a.end);
  }

  /** The bookmark that is on a whole block, by the block's id. */
  bookmarkOnBlock(block: string): DestinationId | null {
    return bookmarksOnBlocks(this.registry).get(block)?.[0] ?? null;
  }

  private blockPlaces(
    wanted: Pick<ReadonlySet<string>, "has">,
  ): Map<string, { pos: number; end: number; block: number }> {
    const places = new Map<string, { pos: number; end: number; block: number }>();
    for (const run of this.placed) {
      let pos = run.pos;
      run.run.blocks.forEach((node, i) => {
        const found = (named: Node, from: number) => {
          const id = idOf(named);
          if (id && wanted.has(id))
            places.set(id, { pos: from, end: from + named.nodeSize, block: run.block + i });
        };
        found(node, pos);
        for (const { node: named, offset } of namedWithin(node)) found(named, pos + offset);
        pos += node.nodeSize;
      });
    }
    return places;
  }

  private once<T>(key: string, compute: () => T): T {
    if (!this.memo.has(key)) this.memo.set(key, compute());
    return this.memo.get(key) as T;
  }

  /** @internal What a later index may take over, without holding on to every version before it. */
  get inheritance(): Pick<DocumentIndex, "anchors" | "destinations" | "doc"> | null {
    return this.memo.has("anchors")
      ? { anchors: this.anchors, destinations: this.destinations, doc: this.doc }
      : this.previous;
  }

  /** @internal The runs as they were placed last. */
  get lastPlaced(): readonly PlacedRun[] {
    return this.memo.has("placed") ? this.placed : this.placedBefore;
  }
}

function placedRuns(runs: readonly Run[], before: readonly PlacedRun[]): PlacedRun[] {
  const placed: PlacedRun[] = [];
  let pos = 0;
  let block = 0;
  let words = 0;
  for (const [i, run] of runs.entries()) {
    const known = before[i];
    const stays =
      known?.run === run && known.pos === pos && known.block === block && known.wordsBefore === words;
    placed.push(stays ? known : new PlacedRun(run, pos, block, words));
    pos += run.size;
    block += run.blocks.length;
    words += run.words;
  }
  return placed;
}

/**
 * Indexes a document. With the index of an earlier version only the runs of blocks that changed are read, the rest is
 * taken over; without one, all of it.
 */
export function indexDocument(doc: Node, earlier?: DocumentIndex): DocumentIndex {
  if (earlier?.doc === doc) return earlier;
  const runs = runsOf(
    doc.content.content,
    earlier?.runs ?? [],
    earlier ? changedRun(earlier.doc, doc) : { start: 0, endAfter: doc.childCount },
  );
  return new DocumentIndex(doc, runs, earlier?.inheritance ?? null, earlier?.lastPlaced ?? []);
}

function bookmark(
  id: DestinationId,
  entry: BookmarkEntry,
  shape: Bookmark["shape"],
  text: string,
  pos: number,
  end: number,
  block: number,
): Bookmark {
  return {
    kind: "bookmark",
    id,
    name: entry.name,
    shape,
    note: entry.note,
    followUp: entry.followUp,
    due: entry.due ?? "",
    text,
    pos,
    end,
    block,
  };
}

/** The lists of all runs, one after the other. A loop, because `flatMap` takes ten times as long. */
function gathered<T>(placed: readonly PlacedRun[], pick: (run: PlacedRun) => readonly T[]): T[] {
  const all: T[] = [];
  for (const run of placed) for (const one of pick(run)) all.push(one);
  return all;
}
