import type { Node } from "prosemirror-model";
import type { DestinationId, Registry } from "@/core/document";
import { assignAnchors, type Anchors } from "./anchors";
import type { BookmarkPiece } from "./block-summary";
import type { BlockDestination, Bookmark, Destination, Heading, LinkPlace, Section } from "./destination";
import { runsOf, type Run } from "./run";
import { sectionsOf } from "./sections";

/** What one run adds to the index, with positions in the document. */
interface Placed {
  readonly run: Run;
  readonly pos: number;
  readonly block: number;
  readonly wordsBefore: number;
  readonly headings: readonly Heading[];
  readonly blocks: readonly BlockDestination[];
  readonly links: readonly LinkPlace[];
  readonly pieces: readonly (BookmarkPiece & { readonly block: number })[];
}

/**
 * The index of one version of a document: its headings, sections, bookmarks, figures, tables and links in order of place,
 * its word count and its anchors. Made by {@link indexDocument}; what is not asked for is not computed.
 */
export class DocumentIndex {
  private readonly memo = new Map<string, unknown>();

  /** @internal Use {@link indexDocument}. */
  constructor(
    readonly doc: Node,
    readonly placed: readonly Placed[],
    private readonly previous: Pick<DocumentIndex, "anchors" | "destinations" | "doc"> | null,
  ) {}

  /** Number of words in the document, captions and tables included, generated lists not. */
  get words(): number {
    const last = this.placed.at(-1);
    return last ? last.wordsBefore + last.run.words : 0;
  }

  get headings(): readonly Heading[] {
    return this.once("headings", () => this.placed.flatMap((run) => run.headings));
  }

  get sections(): readonly Section[] {
    return this.once("sections", () => sectionsOf(this.headings, this.doc, this.words));
  }

  get links(): readonly LinkPlace[] {
    return this.once("links", () => this.placed.flatMap((run) => run.links));
  }

  get figures(): readonly BlockDestination[] {
    return this.once("figures", () => this.blocksOf("figure"));
  }

  get tables(): readonly BlockDestination[] {
    return this.once("tables", () => this.blocksOf("table"));
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
        .filter(([id, entry]) => !entry.removed && !standing.has(id as DestinationId))
        .map(([id]) => id as DestinationId);
    });
  }

  /** Everything a link can land on, in order of place. */
  get destinations(): readonly Destination[] {
    return this.once("destinations", () => {
      const all: Destination[] = [
        ...this.headings,
        ...this.placed.flatMap((run) => run.blocks),
        ...this.bookmarks,
      ];
      return all.sort((a, b) => a.pos - b.pos || b.end - a.end);
    });
  }

  /** The destination of an id, if it stands in this version of the document. */
  destination(id: DestinationId): Destination | undefined {
    return this.once("byId", () => new Map(this.destinations.map((place) => [place.id, place]))).get(id);
  }

  /** Public names of all destinations. */
  get anchors(): Anchors {
    return this.once("anchors", () => assignAnchors(this.destinations, this.registry, this.previous));
  }

  get registry(): Registry {
    return this.doc.attrs.registry as Registry;
  }

  /** The innermost section in which a position lies, or null before the first heading. */
  sectionAt(pos: number): Heading | null {
    const headings = this.headings;
    let low = 0;
    let high = headings.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (headings[middle]!.pos <= pos) low = middle + 1;
      else high = middle;
    }
    return headings[low - 1] ?? null;
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
    return this.placed.flatMap((run) => run.blocks.filter((block) => block.kind === kind));
  }

  private findBookmarks(): Bookmark[] {
    const entries = this.registry.bookmarks;
    const found = new Map<string, Bookmark>();
    for (const run of this.placed)
      for (const piece of run.pieces) {
        const entry = entries[piece.id];
        if (!entry || entry.removed) continue;
        const before = found.get(piece.id);
        if (before) found.set(piece.id, { ...before, end: piece.to, text: `${before.text} ${piece.text}` });
        else
          found.set(piece.id, {
            kind: "bookmark",
            id: piece.id,
            name: entry.name,
            shape: piece.point ? "point" : "range",
            note: entry.note,
            followUp: entry.followUp,
            text: piece.text,
            pos: piece.from,
            end: piece.to,
            block: piece.block,
          });
      }
    const onBlocks = Object.entries(entries).filter(([, entry]) => entry.kind === "block" && !entry.removed);
    if (onBlocks.length > 0) {
      const places = this.blockPlaces(new Set(onBlocks.map(([, entry]) => entry.block as string)));
      for (const [id, entry] of onBlocks) {
        const place = places.get(entry.block as string);
        if (place)
          found.set(id, {
            kind: "bookmark",
            id: id as DestinationId,
            name: entry.name,
            shape: "block",
            note: entry.note,
            followUp: entry.followUp,
            text: "",
            ...place,
          });
      }
    }
    return [...found.values()].sort((a, b) => a.pos - b.pos || b.end - a.end);
  }

  private blockPlaces(wanted: ReadonlySet<string>): Map<string, { pos: number; end: number; block: number }> {
    const places = new Map<string, { pos: number; end: number; block: number }>();
    for (const run of this.placed) {
      let pos = run.pos;
      run.run.blocks.forEach((node, i) => {
        const id = run.run.summaries[i]!.id;
        if (id && wanted.has(id)) places.set(id, { pos, end: pos + node.nodeSize, block: run.block + i });
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
}

/**
 * Indexes a document. With the index of an earlier version only the runs of blocks that changed are read, the rest is
 * taken over; without one, all of it.
 */
export function indexDocument(doc: Node, earlier?: DocumentIndex): DocumentIndex {
  if (earlier?.doc === doc) return earlier;
  const runs = runsOf(doc.content.content, earlier?.placed.map((placed) => placed.run) ?? []);
  const known = new Map(earlier?.placed.map((placed) => [placed.run, placed]));
  const placed: Placed[] = [];
  let pos = 0;
  let block = 0;
  let words = 0;
  for (const run of runs) {
    const before = known.get(run);
    placed.push(
      before && before.pos === pos && before.block === block && before.wordsBefore === words
        ? before
        : place(run, pos, block, words),
    );
    pos += run.size;
    block += run.blocks.length;
    words += run.words;
  }
  return new DocumentIndex(doc, placed, earlier?.inheritance ?? null);
}

const BLOCK_KINDS: Record<string, BlockDestination["kind"]> = {
  figure: "figure",
  table: "table",
  contents_list: "contents",
};

function place(run: Run, start: number, firstBlock: number, wordsBefore: number): Placed {
  const headings: Heading[] = [];
  const blocks: BlockDestination[] = [];
  const links: LinkPlace[] = [];
  const pieces: (BookmarkPiece & { block: number })[] = [];
  for (const entry of run.telling) {
    const node = run.blocks[entry.block]!;
    const summary = run.summaries[entry.block]!;
    const pos = start + entry.offset;
    const block = firstBlock + entry.block;
    const end = pos + node.nodeSize;
    if (node.type.name === "heading") {
      if (summary.id)
        headings.push({
          kind: "heading",
          id: summary.id,
          name: summary.line,
          level: node.attrs.level as number,
          wordsBefore: wordsBefore + entry.wordsBefore,
          pos,
          end,
          block,
        });
    } else {
      const kind = BLOCK_KINDS[node.type.name];
      if (kind && summary.id) blocks.push({ kind, id: summary.id, name: summary.line, pos, end, block });
    }
    for (const link of summary.links)
      links.push({ from: pos + link.from, to: pos + link.to, text: link.text, target: link.target, block });
    for (const piece of summary.bookmarks)
      pieces.push({ ...piece, from: pos + piece.from, to: pos + piece.to, block });
  }
  return { run, pos: start, block: firstBlock, wordsBefore, headings, blocks, links, pieces };
}
