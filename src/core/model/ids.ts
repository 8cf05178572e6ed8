import { z } from "zod";

/** The permanent id of a destination: never shown, never changed, unique in its document. */
export type DestinationId = string & { readonly __brand: "DestinationId" };

const ALPHABET = "0123456789abcdefghijklmnopqrstuvwxyz";
const LENGTH = 10;

/** Random bytes are drawn many at a time: a file of thousands of blocks asks for thousands of ids. */
const pool = new Uint8Array(LENGTH * 256);
let used = pool.length;

/** A new random id: ten signs of 36, some 51 bits, so two authors never meet on one. */
export function newId(): DestinationId {
  if (used === pool.length) {
    crypto.getRandomValues(pool);
    used = 0;
  }
  let id = "";
  for (const end = used + LENGTH; used < end; used++) id += ALPHABET[pool[used]! % 36];
  return knownId(id);
}

/** An id that was checked where it came in: a key of the registry, or what the window itself handed to a list. */
export function knownId(id: string): DestinationId {
  return id as DestinationId;
}

/** Takes a string from outside as an id, or null if it cannot be one. What every object answers to is none. */
export function asId(value: unknown): DestinationId | null {
  return typeof value === "string" && /^[0-9A-Za-z_-]{1,64}$/.test(value) && !(value in Object.prototype)
    ? knownId(value)
    : null;
}

/** Checks an id that comes from outside. */
export const idSchema = z
  .string()
  .regex(/^[0-9A-Za-z_-]{1,64}$/, "not an id")
  .refine((value) => asId(value) !== null, "not an id: a word with a meaning of its own")
  .transform(knownId);
