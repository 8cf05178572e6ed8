import { kept } from "@/core/kept";
import {
  addressOf,
  isAddress,
  describeAction,
  schemeOf,
  settingsOf,
  type DestinationId,
  type LinkTarget,
} from "@/core/document";
import type { Destination, DocumentIndex, LinkPlace } from "@/core/index";
import { findQuoted, type QuotedWords } from "./quoted-words";
import { UNKNOWN_LIBRARY, type KnownLibrary } from "./known-library";
import { ownEntry } from "@/core/own-entry";

/** A place of the document on which a link can land. */
export type Spot = Destination | QuotedWords | Top;

/** The beginning of the document. */
export interface Top {
  readonly kind: "top";
  readonly name: "";
  readonly pos: 0;
  readonly end: 0;
  readonly block: 0;
}

const TOP: Top = { kind: "top", name: "", pos: 0, end: 0, block: 0 };

/** Where following a target leads: it lands, in the document or outside of it (null), or it is broken and says why. */
export type Followed =
  | { readonly lands: true; readonly destination: Spot | null }
  | { readonly lands: false; readonly why: string };

/** A link together with where it leads. */
export type ResolvedLink = LinkPlace & Followed;

const resolvedCache = new WeakMap<DocumentIndex, { library: KnownLibrary; links: readonly ResolvedLink[] }>();

/** Every link of a document in order of place, each followed. */
export function resolveLinks(
  index: DocumentIndex,
  library: KnownLibrary = UNKNOWN_LIBRARY,
): readonly ResolvedLink[] {
  const before = resolvedCache.get(index);
  if (before?.library === library) return before.links;
  const links = index.links.map((link): ResolvedLink => ({
    ...link,
    ...follow(link.target, index, library),
  }));
  resolvedCache.set(index, { library, links });
  return links;
}

const OUTSIDE: Followed = { lands: true, destination: null };

/** Follows one target. */
export function follow(
  target: LinkTarget,
  index: DocumentIndex,
  library: KnownLibrary = UNKNOWN_LIBRARY,
): Followed {
  switch (target.kind) {
    case "destination": {
      const destination = index.destination(target.id);
      return destination ? { lands: true, destination } : broken(whyNot(target, index));
    }
    case "top":
      return { lands: true, destination: TOP };
    case "words": {
      const destination = findQuoted(index, target);
      return destination
        ? { lands: true, destination }
        : broken(`The words “${target.exact}” are no longer there.`);
    }
    case "document": {
      const found = library.find(target);
      return found === "unknown" || typeof found === "object" ? OUTSIDE : broken(WHY_NOT_THERE[found]);
    }
    case "file":
      return file(target, index);
    case "web":
      return webAddress(target.url);
    case "mail":
      return /^[^\s@]+@[^\s@]+$/.test(target.address)
        ? OUTSIDE
        : broken(`“${target.address}” is not a mail address.`);
    case "scheme": {
      const scheme = schemeOf(target.url) ?? "";
      return settingsOf(index.doc).schemes.includes(scheme)
        ? OUTSIDE
        : broken(`This document does not allow “${scheme}:” addresses.`);
    }
    case "action":
      return OUTSIDE;
  }
}

/** Nothing of a document that is not there, or not to be read, is told: not even which of the two. */
const WHY_NOT_THERE = {
  "no-document": "The document it leads to is not on your shelf.",
  "no-place": "The place it leads to was removed from its document.",
} as const;

function broken(why: string): Followed {
  return { lands: false, why };
}

function file({ id, page }: { id: string; page?: number }, index: DocumentIndex): Followed {
  const entry = ownEntry(index.registry.files, id);
  if (!entry) return broken("The file it leads to is not attached to this document.");
  if (entry.removed) return broken(`The file “${entry.name}” was removed.`);
  if (page !== undefined && page > (entry.pages ?? 0))
    return broken(
      entry.pages === undefined
        ? `“${entry.name}” has no pages that are known.`
        : `“${entry.name}” has ${entry.pages} pages, and no page ${page}.`,
    );
  return OUTSIDE;
}

/** What a target is called where it is listed. */
export function calledOf(
  target: LinkTarget,
  index: DocumentIndex,
  library: KnownLibrary = UNKNOWN_LIBRARY,
): string {
  switch (target.kind) {
    case "destination":
      return index.destination(target.id)?.name ?? target.was ?? "";
    case "top":
      return "The top";
    case "words":
      return `“${target.exact}”`;
    case "document": {
      const found = library.find(target);
      if (typeof found !== "object") return "Another document";
      const title = found.title || "Untitled";
      return found.place === null ? title : `${found.place || "Untitled"} in “${title}”`;
    }
    case "file": {
      const name = ownEntry(index.registry.files, target.id)?.name ?? "A file";
      return target.page === undefined ? name : `${name}, page ${target.page}`;
    }
    case "action":
      return describeAction(target.action);
    default:
      return isAddress(target) ? addressOf(target) : "";
  }
}

function whyNot(target: { id: DestinationId; was?: string }, index: DocumentIndex): string {
  const entry = ownEntry(index.registry.bookmarks, target.id);
  if (entry?.removed) return `The bookmark “${entry.name}” was removed.`;
  if (entry) return `The text of the bookmark “${entry.name}” was removed.`;
  return target.was ? `Nothing here is called “${target.was}”.` : "Its destination was removed.";
}

function webAddress(url: string): Followed {
  const scheme = schemeOf(url);
  if (scheme === null) return broken(`“${url}” is an address in another place, not on the web.`);
  if (scheme === "tel") return OUTSIDE;
  return URL.canParse(url) ? OUTSIDE : broken(`“${url}” is not a web address.`);
}

const byDestination = kept((index: DocumentIndex): ReadonlyMap<DestinationId, readonly LinkPlace[]> => {
  const found = new Map<DestinationId, LinkPlace[]>();
  for (const link of index.links) {
    if (link.target.kind !== "destination") continue;
    const others = found.get(link.target.id);
    if (others) others.push(link);
    else found.set(link.target.id, [link]);
  }
  return found;
});

/** The links that lead to a destination, in order of place. The first question to an index looks through all of its links. */
export function incomingLinks(index: DocumentIndex, id: DestinationId): readonly LinkPlace[] {
  return byDestination(index).get(id) ?? NONE;
}

const NONE: readonly LinkPlace[] = [];

/** How many links of a document are broken. */
export function countBroken(index: DocumentIndex): number {
  return resolveLinks(index).reduce((count, link) => count + (link.lands ? 0 : 1), 0);
}
