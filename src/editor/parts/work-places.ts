import { idOf } from "@/core/document";
import type { Node } from "prosemirror-model";
import { keepInBrowser, readKeptList } from "../browser/kept-in-browser";
import {
  openingPlace,
  placeIn,
  PLACES_COOKIE,
  writePlaces,
  workPlaceSchema,
  type OpeningPlace,
  type WorkPlace,
} from "../browser/opening-place";

const MAX_DOCUMENTS = 8;
/** Places nearer than this many blocks to each other are one. */
const APART = 12;
/** The browser's store is written to this long after a change, in milliseconds: it is on the way of a key. */
const PAUSE = 800;

/** The last places where one author worked on a document, the latest first; kept in the browser. */
export class WorkPlaces {
  private places: WorkPlace[];
  private timer: ReturnType<typeof setTimeout> | null = null;

  constructor(private readonly document: string) {
    this.places = readKeptList(this.key, workPlaceSchema).slice(0, MAX_DOCUMENTS);
  }

  /** Notes that something was changed at a position. */
  note(doc: Node, pos: number): void {
    const $pos = doc.resolve(Math.min(pos, doc.content.size));
    const index = Math.min($pos.index(0), doc.childCount - 1);
    const block = idOf(doc.child(index));
    if (!block) return;
    const offset = $pos.depth > 0 ? $pos.pos - $pos.before(1) : 0;
    const first = this.places[0];
    if (first?.block === block) this.places[0] = { block, offset };
    else {
      const near = new Set<string>();
      for (let i = Math.max(0, index - APART); i <= Math.min(doc.childCount - 1, index + APART); i++)
        near.add(idOf(doc.child(i))!);
      this.places = [{ block, offset }, ...this.places.filter((it) => !near.has(it.block))].slice(
        0,
        MAX_DOCUMENTS,
      );
    }
    this.timer ??= setTimeout(() => this.keep(), PAUSE);
  }

  /** Where one worked last, as positions of a document; places that were removed are left out. */
  in(doc: Node): number[] {
    return this.places.map((place) => placeIn(doc, place)).filter((pos) => pos !== null);
  }

  /** Where to open the document; null for its beginning. */
  opening(doc: Node): OpeningPlace | null {
    return openingPlace(doc, this.places);
  }

  /** Writes down what was noted. */
  keep(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    keepInBrowser(this.key, JSON.stringify(this.places));
    if (this.places.length > 0)
      document.cookie = `${PLACES_COOKIE}=${writePlaces(this.places)}; path=/documents/${this.document}; max-age=31536000; samesite=strict`;
  }

  private get key(): string {
    return `gate-rope places ${this.document}`;
  }
}
