/** The permanent id of a destination: never shown, never changed, unique in its document. */
export type DestinationId = string & { readonly __brand: "DestinationId" };

const ALPHABET = "0123456789abcdefghijklmnopqrstuvwxyz";
const LENGTH = 10;

/** A new random id: ten signs of 36, some 51 bits, so two authors never meet on one. */
export function newId(): DestinationId {
  const bytes = new Uint8Array(LENGTH);
  crypto.getRandomValues(bytes);
  let id = "";
  for (const byte of bytes) id += ALPHABET[byte % 36];
  return id as DestinationId;
}

/** Takes a string from outside as an id, or null if it cannot be one. */
export function asId(value: unknown): DestinationId | null {
  return typeof value === "string" && /^[0-9A-Za-z_-]{1,64}$/.test(value) ? (value as DestinationId) : null;
}
