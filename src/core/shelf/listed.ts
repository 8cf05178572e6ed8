import { z } from "zod";
import { documentTargetSchema, type DestinationId, type DocumentTarget } from "@/core/document";
import type { AskedPlace } from "@/core/links";

/*
 * What a server tells of the places of all documents, so that links can lead from one to another.
 */

/** A place of some document of the shelf. */
export interface ListedPlace {
  readonly document: string;
  readonly title: string;
  /** The place; null for the document as a whole. */
  readonly id: DestinationId | null;
  readonly kind: string;
  readonly name: string;
  /** The names of the sections in which it lies, the outermost first. */
  readonly path: readonly string[];
}

/** A link from another document to a place of this one. */
export interface IncomingLink {
  readonly document: string;
  readonly title: string;
  readonly words: string;
  /** The place it leads to; null for the document as a whole. */
  readonly to: DestinationId | null;
  /** Where it stands: its block, and where in that its words begin. */
  readonly block: string | null;
  readonly start: number;
}

/** A bookmark to which its author is to come back. */
export interface FlaggedPlace {
  readonly document: string;
  readonly title: string;
  readonly id: DestinationId;
  readonly name: string;
  readonly anchor: string;
  readonly path: readonly string[];
  readonly note: string;
  /** By when, as `2026-11-26`; empty for any time. */
  readonly due: string;
}

/** As many places are asked for at once. */
export const MOST_ASKED = 20_000;

/** Checks what is asked of places in other documents. */
export const askedPlacesSchema: z.ZodType<{ targets: DocumentTarget[] }> = z.object({
  targets: z.array(documentTargetSchema.transform((target) => target as DocumentTarget)).max(MOST_ASKED),
});

/** The answer, by the key of each place. */
export type AskedPlaces = Readonly<Record<string, AskedPlace>>;
