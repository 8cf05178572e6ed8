import { apartInHeaps } from "@/core/document";
import { escapeHtml } from "./escape";

/** Words as HTML. Heaps of marks on one letter are parted by `bdi`: a browser would take seconds to set one of thousands at once. */
export function textHtml(text: string): string {
  const parts = apartInHeaps(text);
  if (parts.length === 1) return escapeHtml(text);
  return parts
    .map((part) => (part.heaped ? `<bdi>${escapeHtml(part.text)}</bdi>` : escapeHtml(part.text)))
    .join("");
}
