import type { StepJSON } from "@/core/steps";
import type { HeldKeys } from "./last-keys";

/** One step that waits, as it is stored. */
export interface StoredOwnStep {
  readonly number: number;
  readonly step: StepJSON;
}

/** The steps of one window that the authority has not accepted, with the version they build on. */
export interface StoredWaiting {
  readonly document: string;
  readonly client: string;
  readonly version: number;
  readonly steps: readonly StoredOwnStep[];
}

/** Words that the server does not have, kept until their author has put them back or let them go. */
export interface Displaced {
  /**
   * `place`: somebody else removed the place where they stood. `version`: a whole document, as a window held it when the server went back
   * to an earlier version; missing where it was stored before there was that kind.
   */
  readonly kind?: "place" | "version";
  readonly id: string;
  readonly document: string;
  /** Blocks as JSON; of a whole version the document itself. */
  readonly blocks: readonly object[];
  readonly words: string;
  /** Milliseconds since 1970. */
  readonly at: number;
}

/**
 * The id of displaced words. A window that is left just after it showed them has not forgotten their steps yet;
 * whoever takes those over finds the same words once more, and they stay one.
 */
export function displacedId(client: string, first: { readonly number: number }): string {
  return `${client} ${first.number}`;
}

/** Where steps wait that live nowhere else yet: it outlives the window. Every call can fail; the caller says so. */
export interface WaitingStore {
  /** Writes some steps of a window and forgets others, in one piece. */
  write(
    document: string,
    client: string,
    version: number,
    put: readonly StoredOwnStep[],
    forget: readonly number[],
  ): Promise<void>;
  /** What windows left behind for a document. */
  read(document: string): Promise<StoredWaiting[]>;
  /** Holds, at once, what is not written yet; let go of with the next writing. */
  hold?(keys: HeldKeys): void;
  release?(client: string): void;
  forget(document: string, client: string): Promise<void>;
  keepDisplaced(displaced: Displaced): Promise<void>;
  displaced(document: string): Promise<Displaced[]>;
  letGo(id: string): Promise<void>;
}
