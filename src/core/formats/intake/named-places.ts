import { Fragment, type Mark, type Node } from "prosemirror-model";
import {
  bookmarkEntry,
  idOf,
  isKind,
  newId,
  schema,
  withId,
  type AnchorEntry,
  type BookmarkEntry,
  type DestinationId,
  type Registry,
} from "@/core/document";
import { ANCHOR_LENGTH, anchorFrom, blockPlaceOf } from "@/core/index";
import type { DropLog } from "./drop-log";
import { LinkPromises } from "./link-promises";
import { ownEntry } from "@/core/own-entry";

/** An anchor as a file has it. */
export interface NamedAnchor {
  readonly anchor: string;
  /** Name of the bookmark, where the file has one beside the anchor. */
  readonly name: string | null;
  /** Whether it was made by a program so that links find their way, and is no bookmark of anybody's where a block can be led to itself. */
  readonly hidden?: true;
}

/**
 * The places that a file names: anchors of headings and figures, bookmarks on words, at points and on blocks, and the links
 * that lead to them. An anchor that stands twice stays with its first place.
 */
export class NamedPlaces {
  readonly links = new LinkPromises();
  private readonly bookmarks: Record<string, BookmarkEntry> = {};
  private readonly anchors: Record<string, AnchorEntry> = {};
  /** Anchors to the letter, and without regard to case. */
  private readonly taken = new Set<string>();
  private readonly folded = new Set<string>();
  private readonly earlierOnes: { readonly anchor: string; readonly of: string }[] = [];
  private readonly ranges = new Map<DestinationId, NamedAnchor>();
  private readonly usedRanges = new Set<DestinationId>();

  constructor(private readonly dropped: DropLog) {}

  get registry(): Registry {
    return { bookmarks: this.bookmarks, anchors: this.anchors };
  }

  // Words

  /** A mark for the words that an anchor encloses. It becomes a bookmark with the first word, or the heading's anchor. */
  rangeMark(named: NamedAnchor): Mark {
    const id = newId();
    this.ranges.set(id, named);
    return schema.marks.bookmark.create({ id });
  }

  /**
   * Whether a range's mark goes on words. At its first words the range becomes a bookmark, except for one without a name in a
   * heading: that goes to `headingAnchors`, and is the heading's own.
   */
  covers(id: DestinationId, headingAnchors: NamedAnchor[] | null): boolean {
    const range = this.ranges.get(id);
    if (range && !this.usedRanges.has(id)) {
      this.usedRanges.add(id);
      if (headingAnchors && range.name === null) {
        headingAnchors.push(range);
        this.ranges.delete(id);
      } else this.nameBookmark(id, "range", range);
    }
    return ownEntry(this.bookmarks, id) !== undefined;
  }

  /** The anchor of a range that enclosed no words; null where it enclosed some. */
  emptyRange(id: DestinationId): NamedAnchor | null {
    return this.usedRanges.has(id) ? null : (this.ranges.get(id) ?? null);
  }

  // Earlier anchors

  /** Notes an anchor under which a place was known before; what it is called now may stand further down. */
  earlier(anchor: string, of: string): void {
    this.earlierOnes.push({ anchor, of });
  }

  /** Gives places their earlier anchors, once all are known. One whose place is not in the file leads nowhere, as it did there. */
  settleEarlier(): void {
    for (const { anchor, of } of this.earlierOnes) {
      const id = this.links.placeOf(of);
      const entry = id && ownEntry(this.anchors, id);
      if (!entry || anchor.length > 200 || !this.links.stands(anchor, id)) continue;
      this.anchors[id] = { ...entry, aliases: [...entry.aliases, anchor] };
    }
  }

  // Points and blocks

  /** Points for anchors that have no other place, in order. */
  points(anchors: readonly NamedAnchor[]): Node[] {
    return anchors.flatMap((named) => {
      const id = newId();
      return this.nameBookmark(id, "point", named) ? [schema.nodes.bookmark_point.create({ id })] : [];
    });
  }

  /** Inside a list, quotation or cell a block has no id of its own: its anchors become points before its first word. */
  withPoints(node: Node, anchors: readonly NamedAnchor[]): Node {
    if (anchors.length === 0) return node;
    return node.copy(Fragment.from([...this.points(anchors), ...node.content.content]));
  }

  /** Gives a top-level block its id, and its anchors: a heading's or figure's own, a bookmark on any other block. */
  named(node: Node, anchors: readonly NamedAnchor[]): Node {
    const id = idOf(node) ?? newId();
    const own = blockPlaceOf(node) !== null;
    const names: string[] = [];
    for (const named of anchors) {
      if (!own && named.hidden && namesAnyBlock(node)) {
        if (this.stands(named, id)) names.push(named.anchor);
      } else if (!own || named.name !== null) this.nameBookmark(newId(), "block", named, id);
      else if (this.stands(named, id)) names.push(named.anchor);
    }
    this.publish(id, names);
    return idOf(node) === id ? node : withId(node, id);
  }

  private nameBookmark(
    id: DestinationId,
    kind: "range" | "point" | "block",
    named: NamedAnchor,
    block?: DestinationId,
  ): boolean {
    if (!this.stands(named, id)) return false;
    this.bookmarks[id] = bookmarkEntry(kind, named.name ?? named.anchor, block);
    this.publish(id, [named.anchor]);
    return true;
  }

  /** Notes where an anchor stands; false, and told, where it stood before. */
  private stands({ anchor }: NamedAnchor, id: DestinationId): boolean {
    if (this.links.stands(anchor, id)) return true;
    this.dropped.add("anchor that stands twice", "The first place keeps it, as in browsers.");
    return false;
  }

  /** Keeps a file's anchors as published names: the first as it is where it is valid, all others as earlier ones. */
  private publish(id: DestinationId, [first, ...rest]: readonly string[]): void {
    if (first === undefined) return;
    const valid = VALID_ANCHOR.test(first) && first.length <= ANCHOR_LENGTH;
    let anchor = first;
    if (!valid || this.taken.has(first)) {
      const base = valid ? first : anchorFrom(first, "place");
      anchor = base;
      for (let n = 2; this.folded.has(anchor.toLowerCase()); n++)
        anchor = `${base.slice(0, ANCHOR_LENGTH - 6)}-${n}`;
    }
    this.taken.add(anchor);
    this.folded.add(anchor.toLowerCase());
    const aliases = [...(anchor === first ? [] : [first]), ...rest].filter((name) => name.length <= 200);
    this.anchors[id] = { anchor, aliases };
  }
}

/** Whether links lead to a block though nothing names it. */
function namesAnyBlock(node: Node): boolean {
  return isKind(node, "paragraph");
}

const VALID_ANCHOR = /^[\p{L}_][\p{L}\p{N}\p{M}._-]*$/u;
