import type { Node } from "prosemirror-model";
import { blockPlaceOf, indexedKey, summarise } from "@/core/index";
import {
  asKind,
  idOf,
  idsOfBlocks,
  isKind,
  namedWithin,
  settingsOf,
  type DestinationId,
} from "@/core/document";
import { changedRun, type ChangedRun } from "@/core/steps";
import { targetKey } from "@/core/links";

/** What differs between two versions of a document, as far as something is drawn from it. Asked for once a change. */
export class DocumentChange {
  readonly run: ChangedRun;

  constructor(
    readonly before: Node,
    readonly after: Node,
  ) {
    this.run = changedRun(before, after);
  }

  /** Whether more than words changed: which blocks there are, what stands within them, and which are headings of what level. */
  get structure(): boolean {
    const { start, endBefore, endAfter } = this.run;
    if (endBefore !== endAfter) return true;
    for (let i = start; i < endAfter; i++) {
      const a = this.before.child(i);
      const b = this.after.child(i);
      const [was, is] = [asKind(a, "heading"), asKind(b, "heading")];
      if (a.type !== b.type || idOf(a) !== idOf(b) || was?.level !== is?.level || was?.series !== is?.series)
        return true;
    }
    return this.differs(placesWithin);
  }

  /** Ids of blocks and bookmarks that stood in what changed and stand there no more. */
  get gone(): DestinationId[] {
    const { start, endBefore, endAfter } = this.run;
    const ids = (doc: Node, end: number) =>
      doc.content.content
        .slice(start, end)
        .flatMap((block) => [...idsOfBlocks([block]), ...summarise(block).bookmarks.map(({ id }) => id)]);
    const after = new Set(ids(this.after, endAfter));
    return ids(this.before, endBefore).filter((id): id is DestinationId => id !== null && !after.has(id));
  }

  /** Ids of headings that had words and have none any more. */
  get emptied(): DestinationId[] {
    const { start, endBefore, endAfter } = this.run;
    const headings = (doc: Node, end: number) =>
      doc.content.content.slice(start, end).filter((block) => isKind(block, "heading"));
    const empty = new Set(
      headings(this.after, endAfter).flatMap((block) => (block.content.size === 0 ? [idOf(block)] : [])),
    );
    return headings(this.before, endBefore).flatMap((block) => {
      const id = idOf(block);
      return id !== null && block.content.size > 0 && empty.has(id) ? [id] : [];
    });
  }

  /** Whether headings changed: their words, or how they are counted. */
  get headings(): boolean {
    return (
      settingsOf(this.before).styles !== settingsOf(this.after).styles ||
      this.touches((block) => isKind(block, "heading"))
    );
  }

  /** Whether anything by which places are known changed: headings, figures, tables, bookmarks, entries of the index, names, the rules. */
  get places(): boolean {
    return (
      this.touches((block) => blockPlaceOf(block) !== null || namedWithin(block).length > 0) ||
      settingsOf(this.before) !== settingsOf(this.after) ||
      this.bookmarks ||
      this.notes ||
      this.entries
    );
  }

  /** Whether anything changed by which links, bookmarks and notes are called. */
  get names(): boolean {
    return this.places || this.markedWords || this.touches((block) => summarise(block).notes.length > 0);
  }

  /** Whether other bookmarks stand in what changed. */
  get bookmarks(): boolean {
    return this.differs((block) =>
      summarise(block)
        .bookmarks.map((piece) => piece.id)
        .join(),
    );
  }

  /** Whether other words stand in bookmarks of what changed. */
  get markedWords(): boolean {
    return this.differs((block) =>
      summarise(block)
        .bookmarks.map((piece) => piece.text)
        .join("\n"),
    );
  }

  /** Whether there are more, fewer or other notes in what changed. */
  get notes(): boolean {
    return this.differs((block) =>
      summarise(block)
        .notes.map((note) => note.place)
        .join(),
    );
  }

  /** Whether words stand under other entries of the index in what changed. */
  get entries(): boolean {
    return this.differs((block) =>
      summarise(block)
        .indexed.map(({ id, entry }) => indexedKey(id, entry))
        .join(),
    );
  }

  /** Whether links in what changed lead somewhere else. */
  get links(): boolean {
    return this.differs((block) =>
      summarise(block)
        .links.map((link) => targetKey(link.target) + (link.reference?.form ?? ""))
        .join(),
    );
  }

  private touches(test: (block: Node) => boolean): boolean {
    const { start, endBefore, endAfter } = this.run;
    for (let i = start; i < endBefore; i++) if (test(this.before.child(i))) return true;
    for (let i = start; i < endAfter; i++) if (test(this.after.child(i))) return true;
    return false;
  }

  private differs(key: (block: Node) => string): boolean {
    const { start, endBefore, endAfter } = this.run;
    const all = (doc: Node, end: number) =>
      doc.content.content.slice(start, end).map(key).filter(Boolean).join(";");
    return all(this.before, endBefore) !== all(this.after, endAfter);
  }
}

/** The ids of the figures, tables and equations within a block, as one key. */
function placesWithin(block: Node): string {
  return summarise(block)
    .places.map(({ id }) => id)
    .join();
}
