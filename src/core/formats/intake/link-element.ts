import type { WrittenLink } from "./addresses";

/**
 * Reads an `a` element as a link; null for any other. Of a link that was broken when it was written, the address is the
 * anchor it looked for.
 */
export function writtenLink(attributes: ReadonlyMap<string, string>): WrittenLink | null {
  const broken = attributes.get("data-adrift");
  const leads = attributes.get("data-leads");
  const href = broken ? `#${encodeURIComponent(broken)}` : attributes.get("href");
  if (href === undefined && leads === undefined) return null;
  return { href: href ?? "", leads, look: attributes.get("data-look"), hint: attributes.get("title") };
}
