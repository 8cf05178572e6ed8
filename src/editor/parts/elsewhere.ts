import { ask } from "@/contract/ask";
import { askPlaces, findPlaces, listIncoming } from "@/contract/places";
import type { DocumentIndex } from "@/core/index";
import type { DestinationId, DocumentTarget } from "@/core/document";
import {
  documentTargets,
  placeKey,
  libraryOf,
  UNKNOWN_LIBRARY,
  type AskedPlace,
  type KnownLibrary,
} from "@/core/links";
import { MAX_PLACES_ASKED, type IncomingLink, type ListedPlace } from "@/core/library";

/** What the other documents' places need of the window they are asked for in. */
export interface ElsewhereHost {
  readonly id: string;
  readonly index: DocumentIndex;
}

/** Changes that come together are asked about together, in milliseconds. */
const GATHERED = 400;
/**
 * A place that is not there is asked for again after so many milliseconds: who copied a link from another window may have made its place
 * a moment ago, and that window has not sent it yet.
 */
const AGAIN = [1_000, 3_000, 9_000];
/** How long an answer is waited for, in milliseconds. */
const MAX_ANSWER_MS = 30_000;

/**
 * What this window knows of the other documents of the shelf: the places to which links lead, and who links to this document. Asked of
 * the server when links change and when the author comes back to the window; what is not known yet is taken to be there.
 */
export class Elsewhere {
  library: KnownLibrary = UNKNOWN_LIBRARY;
  /** Links of other documents that lead to this one. */
  incoming: readonly IncomingLink[] = [];
  private known: ReadonlyMap<string, AskedPlace> = new Map();
  private timer: ReturnType<typeof setTimeout> | null = null;
  /** Ends with the last question: an answer never comes after one to a later question. */
  private asking: Promise<unknown> = Promise.resolve();
  private closed = false;

  constructor(
    private readonly host: ElsewhereHost,
    /** Told of all that is known of places when that has changed. */
    private readonly changed: (asked: ReadonlyMap<string, AskedPlace>) => void,
  ) {}

  /** Asks for places that links lead to by now and that are not known. */
  linksChanged(): void {
    this.timer ??= setTimeout(() => {
      this.timer = null;
      void this.askUntilThere(
        documentTargets(this.host.index).filter((target) => !this.known.has(placeKey(target))),
      );
    }, GATHERED);
  }

  /** Asks again for all: other documents change as well. */
  async refresh(): Promise<void> {
    await this.ask(documentTargets(this.host.index));
    try {
      const { links } = await ask(listIncoming, { id: this.host.id });
      if (this.closed || JSON.stringify(links) === JSON.stringify(this.incoming)) return;
      this.incoming = links;
      this.changed(this.known);
    } catch {
      // What was known stays.
    }
  }

  /** The links of other documents that lead to a place of this one. */
  incomingTo(id: DestinationId): readonly IncomingLink[] {
    return this.incoming.filter(({ to }) => to === id);
  }

  /** Places of other documents whose names hold some words. */
  async find(words: string, signal: AbortSignal): Promise<readonly ListedPlace[]> {
    return (await ask(findPlaces, { body: { words, except: this.host.id } }, { signal })).places;
  }

  close(): void {
    this.closed = true;
    if (this.timer) clearTimeout(this.timer);
  }

  private async askUntilThere(targets: readonly DocumentTarget[], tries = 0): Promise<void> {
    await this.ask(targets);
    const missing = targets.filter((target) => typeof this.known.get(placeKey(target)) === "string");
    if (missing.length > 0 && tries < AGAIN.length && !this.closed)
      setTimeout(() => void this.askUntilThere(missing, tries + 1), AGAIN[tries]);
  }

  private ask(targets: readonly DocumentTarget[]): Promise<void> {
    const next = this.asking.then(() => this.askNow(targets));
    this.asking = next;
    return next;
  }

  private async askNow(targets: readonly DocumentTarget[]): Promise<void> {
    if (targets.length === 0 || this.closed) return;
    try {
      const signal = AbortSignal.timeout(MAX_ANSWER_MS);
      const body = { targets: targets.slice(0, MAX_PLACES_ASKED) };
      const { places } = await ask(askPlaces, { body }, { signal });
      if (this.closed) return;
      const next = new Map([...this.known, ...Object.entries(places)]);
      if (JSON.stringify([...next]) === JSON.stringify([...this.known])) return;
      this.known = next;
      this.library = libraryOf(next);
      this.changed(next);
    } catch {
      // If the server cannot be reached, nothing new is known. Links are not called broken for that.
    }
  }
}
