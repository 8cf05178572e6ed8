import type { DocumentTarget } from "@/core/document";

/** The part of a document's address that names a place in it: a destination, or words that are quoted. Empty for the whole. */
export function placeInAddress({ id, words }: Pick<DocumentTarget, "id" | "words">): string {
  if (words) return `#words=${encodeURIComponent(JSON.stringify(words))}`;
  return id === undefined ? "" : `#to=${id}`;
}
