import { newId, type DestinationId, type LinkTarget } from "@/core/document";

type DestinationTarget = Extract<LinkTarget, { kind: "destination" }>;

/**
 * The targets of links to anchors while a file is read. A link may come before the place it leads to, so it takes a
 * target that is promised, and every promise is settled with the place's id when the whole file is known. A promise that
 * nothing settles stays as it is: a broken link and says what it looked for.
 */
export class LinkPromises {
  private readonly promised = new Map<string, Promised>();
  /** Those of cross-references, which cannot speak of the top. */
  private readonly spokenOf = new Map<string, Promised>();
  /** Those of cross-references to the blocks around places. */
  private readonly spokenOfAround = new Map<string, Promised>();
  private readonly places = new Map<string, DestinationId>();

  /** The target for a link to an anchor. */
  targetOf(anchor: string): LinkTarget {
    return promisedIn(this.promised, anchor);
  }

  /** The target for a cross-reference to the place of an anchor; `around`: to the block in which that stands. */
  spokenOfAt(anchor: string, around = false): DestinationTarget {
    return promisedIn(around ? this.spokenOfAround : this.spokenOf, anchor);
  }

  /** Says where an anchor stands; false when an earlier place already has it (the first one wins, as in browsers). */
  stands(anchor: string, id: DestinationId): boolean {
    if (this.places.has(anchor)) return false;
    this.places.set(anchor, id);
    return true;
  }

  /** The place of an anchor, to the letter. */
  placeOf(anchor: string): DestinationId | undefined {
    return this.places.get(anchor);
  }

  has(anchor: string): boolean {
    return this.places.has(anchor);
  }

  /** Whether some link leads to the anchor. */
  isWanted(anchor: string): boolean {
    return this.promised.has(anchor) || this.spokenOf.has(anchor) || this.spokenOfAround.has(anchor);
  }

  /**
   * Settles every promise, by the exact anchor, then without regard to case, then by what `otherwise` finds. `blockAround` answers the
   * block in which a place stands; where there is none, the place itself is spoken of.
   */
  settle(
    otherwise: (anchor: string) => DestinationId | undefined,
    blockAround: (place: DestinationId) => DestinationId | undefined,
  ): void {
    const folded = new Map([...this.places].reverse().map(([anchor, id]) => [anchor.toLowerCase(), id]));
    for (const promised of [this.promised, this.spokenOf, this.spokenOfAround])
      for (const [anchor, target] of promised) {
        const id = this.places.get(anchor) ?? folded.get(anchor.toLowerCase()) ?? otherwise(anchor);
        if (id) {
          target.id = (promised === this.spokenOfAround ? blockAround(id) : undefined) ?? id;
          delete target.was;
        } else if (/^_?top$/i.test(anchor) && promised === this.promised) leadToTop(target);
      }
  }
}

type Promised = { -readonly [K in keyof DestinationTarget]: DestinationTarget[K] };

function promisedIn(promised: Map<string, Promised>, anchor: string): Promised {
  let target = promised.get(anchor);
  if (!target) {
    target = { kind: "destination", id: newId(), was: anchor };
    promised.set(anchor, target);
  }
  return target;
}

/** Where nothing is called “top” it is the top of the document (HTML, 7.4.6.4). The marks of links hold this very object. */
function leadToTop(target: Promised): void {
  Reflect.deleteProperty(target, "id");
  Reflect.deleteProperty(target, "was");
  Object.assign(target, { kind: "top" });
}
