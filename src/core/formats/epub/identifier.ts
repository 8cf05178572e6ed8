import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex } from "@noble/hashes/utils.js";
import type { OfficeOptions } from "../office/office-options";

/** What names a book: the document it came from, or, in a clean copy, what stands in it. */
export function identifierOf({ from, clean }: OfficeOptions, pages: readonly string[]): string {
  if (from && !clean) return `urn:gate-rope:${from.document}`;
  const hash = sha256.create();
  for (const page of pages) hash.update(new TextEncoder().encode(page));
  const hex = bytesToHex(hash.digest());
  // A name-based identifier (RFC 9562, 5.8).
  return `urn:uuid:${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-9${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
