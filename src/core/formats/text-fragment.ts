import type { Quotation } from "@/core/document";

/**
 * The part of an address behind `#` that leads a browser to words of a page (WICG, URL Fragment Text Directives). `now`: the words as
 * they stand there by now.
 */
export function textFragment({ exact, before, after }: Quotation, now = exact): string {
  // What stands around counts by whole words only.
  const ahead = before.replace(/^\S*\s+/u, "").trim();
  const behind = after.replace(/\s+\S*$/u, "").trim();
  const parts = [
    ...(ahead ? [`${encoded(ahead)}-`] : []),
    encoded(now.trim()),
    ...(behind ? [`-${encoded(behind)}`] : []),
  ];
  return `#:~:text=${parts.join(",")}`;
}

/** Signs that part a directive are written as codes: comma, ampersand, hyphen. */
function encoded(words: string): string {
  return encodeURIComponent(words).replaceAll("-", "%2D");
}
