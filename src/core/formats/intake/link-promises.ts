import { newId, type DestinationId, type LinkTarget } from "@/core/document";

type DestinationTarget = Extract<LinkTarget, { kind: "destination" }>;

/**
 * The targets of links to anchors while a file is read. A link may come before the place it leads to, so it takes a
 * target that is promised, and every promise is settled with the place's id when the whole file is known. A promise that
 * nothing settles stays as it is: a link that is adrift and says what it looked for.
 */
export class LinkPromises {
  private readonly promised = new Map<
    string,
    { -readonly [K in keyof DestinationTarget]: DestinationTarget[K] }
  >();
  private readonly places = new Map<string, DestinationId>();

  /** The target for a link to an anchor. */
  targetOf(anchor: string): LinkTarget {
    let target = this.promised.get(anchor);
    if (!target) {
      target = { kind: "destination", id: newId(), was: anchor };
      this.promised.set(anchor, target);
    }
    return target;
  }

  /** Says where an anchor stands; false when an earlier place already has it (the first one wins, as in browsers). */
  stands(anchor: string, id: DestinationId): boolean {
    if (this.places.has(anchor)) return false;
    this.places.set(anchor, id);
    return true;
  }

  has(anchor: string): boolean {
    return this.places.has(anchor);
  }

  /** Whether some link leads to the anchor. */
  isWanted(anchor: string): boolean {
    return this.promised.has(anchor);
  }

  /** Settles every promise, by the exact anchor, then without regard to case, then by what `otherwise` finds. */
  settle(otherwise: (anchor: string) => DestinationId | undefined): void {
    const folded = new Map([...this.places].reverse().map(([anchor, id]) => [anchor.toLowerCase(), id]));
    for (const [anchor, target] of this.promised) {
      const id = this.places.get(anchor) ?? folded.get(anchor.toLowerCase()) ?? otherwise(anchor);
      if (id) {
        target.id = id;
        delete target.was;
      } else if (/^top$/i.test(anchor)) {
        // HTML, 7.4.6.4: where nothing is called so, it is the top of the document. The mark holds this very object.
        const open = target as Record<string, unknown>;
        open.kind = "top";
        delete open.id;
        delete open.was;
      }
    }
  }
}
