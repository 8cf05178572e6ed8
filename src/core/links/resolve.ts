import type { DestinationId, LinkTarget } from "@/core/document";
import { schemeOf } from "@/core/document";
import type { Destination, DocumentIndex, LinkPlace } from "@/core/destinations";

/** A link together with where it leads: it lands, or it is adrift and says why. */
export type ResolvedLink = LinkPlace &
  (
    | { readonly lands: true; readonly destination: Destination | null }
    | { readonly lands: false; readonly why: string }
  );

const known = new WeakMap<DocumentIndex, readonly ResolvedLink[]>();

/** Every link of a document in order of place, each followed. */
export function resolveLinks(index: DocumentIndex): readonly ResolvedLink[] {
  const before = known.get(index);
  if (before) return before;
  const resolved = index.links.map((link): ResolvedLink => {
    const followed = follow(link.target, index);
    return followed.lands
      ? { ...link, lands: true, destination: followed.destination }
      : { ...link, lands: false, why: followed.why };
  });
  known.set(index, resolved);
  return resolved;
}

/** Follows one target: the destination it lands on (null for the web and mail), or why it cannot land. */
export function follow(
  target: LinkTarget,
  index: DocumentIndex,
): { lands: true; destination: Destination | null } | { lands: false; why: string } {
  switch (target.kind) {
    case "destination": {
      const destination = index.destination(target.id);
      return destination ? { lands: true, destination } : { lands: false, why: whyNot(target, index) };
    }
    case "web":
      return webAddress(target.url);
    case "mail":
      return /^[^\s@]+@[^\s@]+$/.test(target.address)
        ? { lands: true, destination: null }
        : { lands: false, why: `“${target.address}” is not a mail address.` };
  }
}

function whyNot(target: { id: DestinationId; was?: string }, index: DocumentIndex): string {
  const entry = index.registry.bookmarks[target.id];
  if (entry?.removed) return `The bookmark “${entry.name}” was removed.`;
  if (entry) return `The text of the bookmark “${entry.name}” was removed.`;
  return target.was ? `Nothing here is called “${target.was}”.` : "Its destination was removed.";
}

function webAddress(url: string): { lands: true; destination: null } | { lands: false; why: string } {
  const scheme = schemeOf(url);
  if (scheme === null)
    return { lands: false, why: `“${url}” is an address in another place, not on the web.` };
  if (scheme === "tel") return { lands: true, destination: null };
  return URL.canParse(url)
    ? { lands: true, destination: null }
    : { lands: false, why: `“${url}” is not a web address.` };
}

/** The links that lead to a destination. */
export function incomingLinks(index: DocumentIndex, id: DestinationId): readonly LinkPlace[] {
  return index.links.filter((link) => link.target.kind === "destination" && link.target.id === id);
}

const counted = new WeakMap<DocumentIndex, ReadonlyMap<DestinationId, number>>();

/** How many links lead to each destination that any leads to. */
export function incomingCounts(index: DocumentIndex): ReadonlyMap<DestinationId, number> {
  const known = counted.get(index);
  if (known) return known;
  const counts = new Map<DestinationId, number>();
  for (const { target } of index.links)
    if (target.kind === "destination") counts.set(target.id, (counts.get(target.id) ?? 0) + 1);
  counted.set(index, counts);
  return counts;
}

/** How many links of a document are adrift. */
export function countAdrift(index: DocumentIndex): number {
  return resolveLinks(index).reduce((count, link) => count + (link.lands ? 0 : 1), 0);
}
