import { Plugin } from "prosemirror-state";
import type { Node } from "prosemirror-model";
import { summarise } from "@/core/index";
import {
  bookmarksOnBlocks,
  type DestinationId,
  idOf,
  isKind,
  type LastPlace,
  lineOf,
  namedFrom,
  settingsOf,
  shortened,
} from "@/core/document";
import { RegistryStep } from "@/core/steps";
import { ownChange } from "./own-change";
import { ownEntry } from "@/core/own-entry";

const MAX_LETTERS = 200;

/**
 * Notes where the words of a bookmark stood when a change takes them out though nobody removes the bookmark, so that its author can tell
 * what is lost, and put it back. Part of the same step of undo.
 */
export function lastPlaces(): Plugin {
  return new Plugin({
    appendTransaction(transactions, before, after) {
      const run = ownChange(transactions, before, after);
      if (!run) return null;
      const gone = bookmarksIn(before.doc, run.start, run.endBefore);
      for (const id of bookmarksIn(after.doc, run.start, run.endAfter).keys()) gone.delete(id);
      if (gone.size === 0) return null;
      const { bookmarks } = settingsOf(after.doc).registry;
      const places = new PlacesBefore(before.doc, after.doc);
      const inOrder = [...gone].sort(([, a], [, b]) => a.block - b.block);
      const lasts: Record<string, LastPlace> = {};
      for (const [id, { block, words }] of inOrder) {
        const entry = ownEntry(bookmarks, id);
        if (!entry || entry.removed) continue;
        lasts[id] = { words: shortened(words, MAX_LETTERS), ...places.before(block) };
      }
      if (Object.keys(lasts).length === 0) return null;
      return after.tr.step(new RegistryStep({ part: "bookmarks", lasts }));
    },
  });
}

interface Stood {
  readonly block: number;
  readonly words: string;
}

/** The bookmarks that stand in a run of blocks, on words or on a whole block. */
function bookmarksIn(doc: Node, start: number, end: number): Map<string, Stood> {
  const found = new Map<string, Stood>();
  const onBlocks = bookmarksOnBlocks(settingsOf(doc).registry);
  for (let block = start; block < end; block++) {
    const node = doc.child(block);
    for (const { id, text } of summarise(node).bookmarks) {
      const words = found.get(id)?.words ?? "";
      found.set(id, { block: found.get(id)?.block ?? block, words: `${words} ${text}`.trim() });
    }
    if (onBlocks.size > 0)
      for (const named of namedFrom(node))
        for (const id of onBlocks.get(idOf(named.node)!) ?? [])
          found.set(id, { block, words: lineOf(named.node) });
  }
  return found;
}

/** What stood before blocks of a document, asked for in order of place. */
class PlacesBefore {
  private readonly standing: ReadonlySet<string>;
  private next = 0;
  private block: DestinationId | null = null;
  private section = "";

  constructor(
    private readonly doc: Node,
    after: Node,
  ) {
    this.standing = new Set(after.content.content.map((node) => idOf(node)!));
  }

  /** The last block up to one that stands still, and the last title. */
  before(block: number): Omit<LastPlace, "words"> {
    for (; this.next <= block; this.next++) {
      const node = this.doc.child(this.next);
      const id = idOf(node)!;
      if (this.standing.has(id)) this.block = id;
      if (isKind(node, "heading")) this.section = shortened(lineOf(node), MAX_LETTERS) || this.section;
    }
    return { section: this.section, block: this.block };
  }
}
