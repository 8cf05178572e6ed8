import { z } from "zod";
import { personName } from "@/core/model/person-name";
import { importReportSchema } from "@/core/formats/import-report";

/*
 * What the browser and the authority say to each other about one document. Every message names the version it speaks of;
 * a version is the number of steps since the document was made.
 */

/** Who the authority is among the clients, for the steps by which it mends what it accepts. */
export const AUTHORITY = "authority";

const client = z
  .string()
  .min(1)
  .max(64)
  .refine((name) => name !== AUTHORITY, "this name is the server's own");
const version = z.int().min(0);
/** Which step it was that led to a version, as {@link stepName} says it: versions of two copies are the same only where it is. */
const ledBy = z.string().max(100);
const stepJSON = z.looseObject({ stepType: z.string() });

/** Steps to be accepted. Each carries its number among its client's steps: the same number is accepted once. */
export const appendRequest = z.strictObject({
  /** The version the steps build on. */
  version,
  ledBy: ledBy.optional(),
  client,
  /** Who acts; kept with the steps for the history. */
  name: personName.optional(),
  steps: z.array(z.strictObject({ number: z.int().min(1), step: stepJSON })).min(1),
});
export type AppendRequest = z.infer<typeof appendRequest>;

/** A step as it was accepted, whoever made it. */
export const sentStep = z.object({ client: z.string(), number: z.number(), step: stepJSON });
export type SentStep = z.infer<typeof sentStep>;

/** What tells a step from all others of its document. */
export function stepName({ client, number }: Pick<SentStep, "client" | "number">): string {
  return `${client} ${number}`;
}

/** The steps after `version`, in order. */
export const sentSteps = z.object({ version, ledBy: ledBy.optional(), steps: z.array(sentStep) });
export type SentSteps = z.infer<typeof sentSteps>;

/** An error of the server; with code `newer-version` it brings the steps in between. */
export const errorAnswer = z.object({
  error: z.looseObject({ code: z.string(), message: z.string(), since: sentSteps.optional() }),
});

/** Where somebody's caret and selection are, in the document of that version. */
export const caret = z.strictObject({ version, anchor: z.int().min(0), head: z.int().min(0) });
export type Caret = z.infer<typeof caret>;

/** Somebody who has the document open. */
export const presence = z.object({ client, name: personName, caret: caret.nullable() });
export type Presence = z.infer<typeof presence>;

/** Tells where a window's caret is. */
export const caretRequest = z.strictObject({ client, name: personName, caret: caret.nullable() });

/** What the authority sends to everyone who has a document open. */
export const liveEvent = z.discriminatedUnion("kind", [
  z.object({ kind: z.literal("steps"), since: sentSteps }),
  z.object({ kind: z.literal("people"), people: z.array(presence) }),
  /** The steps since the version last seen are not there any more: load again. */
  z.object({ kind: z.literal("gone") }),
  z.object({ kind: z.literal("removed") }),
]);
export type LiveEvent = z.infer<typeof liveEvent>;

/** A stretch of the history: what one person did without a long pause, or one named version. */
export const historyEntry = z.object({
  /** The version it led to. */
  version,
  from: version,
  name: z.string().nullable(),
  author: z.string().nullable(),
  /** Milliseconds since 1970. */
  at: z.number(),
  changes: z.number(),
  added: z.number(),
  removed: z.number(),
  /** What was told of the file that was imported then. */
  report: importReportSchema.optional(),
});
export type HistoryEntry = z.infer<typeof historyEntry>;
export const historyAnswer = z.object({
  version,
  entries: z.array(historyEntry),
  keptDays: z.number().nullable(),
});
