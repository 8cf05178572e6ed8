import type { EditorState, Transaction } from "prosemirror-state";
import { z } from "zod";
import type { Destination, DocumentIndex } from "@/core/index";
import {
  type DestinationId,
  type DocumentTarget,
  knownId,
  type LinkTarget,
  type Quotation,
  quotationSchema,
  shortened,
} from "@/core/document";
import { placeKey, quote } from "@/core/links";
import { linkRange, targetOf } from "../commands/links";
import { keepInBrowser, readKeptList } from "../browser/kept-in-browser";

/** What the pocket needs of the window it is in. */
export interface RecentTargetsHost {
  /** The document. */
  readonly id: string;
  readonly title: string;
  readonly state: EditorState;
  readonly index: DocumentIndex;
  dispatch(tr: Transaction): void;
  say(words: string, options: { undo: boolean }): void;
}

/** A place that was picked up, of whatever document: one that has an id, or words that are quoted. */
export interface RecentTarget {
  readonly document: string;
  readonly id?: DestinationId | undefined;
  readonly words?: Quotation | undefined;
  /** What it, and its document, were called then. */
  readonly name: string;
  readonly title: string;
}

const MAX_PLACES = 12;
const KEY = "gate-rope pocket";
/** The place in the hand, for whichever window one goes to with it. */
const HAND_KEY = "gate-rope hand";
/** What one forgot to put down is put down after so long, in milliseconds. */
const HELD_FOR = 15 * 60_000;

const keptSchema = z.object({
  document: z.string(),
  id: z
    .string()
    .transform((id) => knownId(id))
    .optional(),
  words: quotationSchema.optional(),
  name: z.string(),
  title: z.string(),
});

/**
 * Places that were picked up, the latest first, to be tied to words later, in this document or another. One may be in the hand: then
 * words are chosen and tied to it one after the other, without leaving that.
 */
export class RecentTargets {
  /** The place in the hand, taken here or in another window. */
  inHand: RecentTarget | null = inHandInBrowser();
  private places: readonly RecentTarget[] = kept();

  constructor(
    private readonly host: RecentTargetsHost,
    private readonly changed: () => void,
  ) {}

  /** The places of this document that were picked up and still stand, the latest first. */
  get recent(): readonly Destination[] {
    const { id, index } = this.host;
    return this.places.flatMap((place) =>
      place.document === id && place.id ? (index.destination(place.id) ?? []) : [],
    );
  }

  /** The places of other documents that were picked up, the latest first. */
  get elsewhere(): readonly RecentTarget[] {
    return this.places.filter(({ document }) => document !== this.host.id);
  }

  /** Takes a place of this document along. */
  take(id: DestinationId): void {
    this.hold({ id, name: this.host.index.destination(id)?.name ?? "" });
  }

  /** Takes the words of a stretch along; false where they cannot be quoted, as they go over a border between texts. */
  takeWords(from: number, to: number): boolean {
    const quoted = quote(this.host.index, from, to);
    if (!quoted) return false;
    const { exact, before, after } = quoted;
    this.hold({ words: { exact, before, after }, name: `“${exact}”` });
    return true;
  }

  private hold({ name, ...place }: Pick<RecentTarget, "id" | "words" | "name">): void {
    const { id: document, title } = this.host;
    this.inHand = { document, ...place, name: shortened(name, 200), title };
    keepInBrowser(HAND_KEY, JSON.stringify([{ ...this.inHand, at: Date.now() }]));
    this.remember(this.inHand);
    this.changed();
  }

  /** Notes a place that something was tied to. */
  remember(place: RecentTarget | Destination): void {
    const own: RecentTarget =
      "document" in place
        ? place
        : {
            document: this.host.id,
            id: place.id,
            name: shortened(place.name, 200),
            title: this.host.title,
          };
    const key = keyOf(own);
    // Other windows pick places up as well.
    const others = kept().filter((one) => keyOf(one) !== key);
    this.places = [own, ...others].slice(0, MAX_PLACES);
    keepInBrowser(KEY, JSON.stringify(this.places));
  }

  /** Looks what other windows have picked up since. */
  look(): void {
    this.places = kept();
    const stored = inHandInBrowser();
    if (JSON.stringify(stored) === JSON.stringify(this.inHand)) return;
    this.inHand = stored;
    this.changed();
  }

  putDown(): void {
    this.inHand = null;
    keepInBrowser(HAND_KEY, "[]");
    this.changed();
  }

  /** The target that leads to a place that was picked up; null where it does not stand any more. */
  targetOf(place: RecentTarget): LinkTarget | null {
    if (place.document !== this.host.id) return targetElsewhere(place);
    if (place.words) return { kind: "words", ...place.words };
    const here = place.id && this.host.index.destination(place.id);
    return here ? targetOf(here) : null;
  }

  /** Ties what is chosen to the place in the hand; says so where nothing is chosen. */
  linkSelection(): void {
    const target = this.inHand && this.targetOf(this.inHand);
    if (!target) return this.putDown();
    const { from, to, empty } = this.host.state.selection;
    if (empty) return this.host.say("First choose the words that are to lead there.", { undo: false });
    const words = shortened(this.host.state.doc.textBetween(from, to, " "), 40);
    this.host.dispatch(linkRange(this.host.state.tr, from, to, target));
    this.host.say(`“${words}” now leads to “${shortened(this.inHand!.name, 40)}”.`, { undo: true });
  }

  /** While a place is in the hand Enter ties what is chosen and Escape puts it down; false for any other key. */
  keyDown({ key }: KeyboardEvent): boolean {
    if (this.inHand === null) return false;
    if (key === "Escape") this.putDown();
    else if (key === "Enter" && !this.host.state.selection.empty) this.linkSelection();
    else return false;
    return true;
  }
}

/** The target that leads to a picked up place from another document. */
export function targetElsewhere({ document, id, words }: RecentTarget): DocumentTarget {
  return { kind: "document", document, ...(id && { id }), ...(words && { words }) };
}

function keyOf(place: RecentTarget): string {
  return placeKey(targetElsewhere(place));
}

function kept(): readonly RecentTarget[] {
  return readKeptList(KEY, keptSchema);
}

function inHandInBrowser(): RecentTarget | null {
  const [inHand] = readKeptList(HAND_KEY, keptSchema.extend({ at: z.number() }));
  if (!inHand || Date.now() - inHand.at > HELD_FOR) return null;
  const { at: _, ...place } = inHand;
  return place;
}
