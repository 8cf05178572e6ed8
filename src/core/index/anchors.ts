import type { Node } from "prosemirror-model";
import { settingsOf, type DestinationId, type Registry } from "@/core/document";
import type { Destination } from "./destination";
import { ownEntry } from "@/core/own-entry";

/** Length that every format and every reader takes. */
export const ANCHOR_LENGTH = 40;

/** Names that the exports use themselves. */
const RESERVED = ["top"];

/** Public names both ways. Look-ups by name are to the letter first, then without regard to case. */
export interface Anchors {
  /** The anchor of a destination. */
  of(id: DestinationId): string | undefined;
  /** Earlier anchors of a destination under which it is still found. */
  aliases(id: DestinationId): readonly string[];
  /** Which destination an anchor, or an earlier one, names. */
  find(anchor: string): DestinationId | undefined;
}

/** Zero-width signs and variation selectors, as emoji carry them. */
const INVISIBLE = /[\u200b-\u200f\ufe00-\ufe0f\u{e0100}-\u{e01ef}]/gu;

/**
 * Derives an anchor from any wording: an XML NCName (Namespaces in XML 1.0, section 3: letters of every script, digits,
 * `.`, `-`, `_`; it begins with a letter or `_`), in lower case, words joined by hyphens, at most 40 characters.
 * Wording that holds no letter or digit gives `fallback`.
 */
export function anchorFrom(wording: string, fallback: string): string {
  const words = wording
    .slice(0, 400)
    .normalize("NFKC")
    .toLowerCase()
    .normalize("NFC")
    .replace(INVISIBLE, "")
    .replace(/['’]/g, "")
    .replace(/[^\p{L}\p{Nd}\p{Mn}\p{Mc}]+/gu, "-")
    .replace(/^[-\p{M}]+|-+$/gu, "");
  if (words === "") return fallback;
  return cut(/^\p{L}/u.test(words) ? words : `${fallback}-${words}`, ANCHOR_LENGTH);
}

/** Cuts at a word's end where one is near, never inside a character. */
function cut(anchor: string, most: number): string {
  if (anchor.length <= most) return anchor;
  let short = anchor.slice(0, most);
  if (/[\uD800-\uDBFF]$/.test(short)) short = short.slice(0, -1);
  const hyphen = short.lastIndexOf("-");
  return (hyphen > most / 2 && anchor[most] !== "-" ? short.slice(0, hyphen) : short).replace(/-+$/, "");
}

const FALLBACKS: Record<Destination["kind"], string> = {
  heading: "section",
  bookmark: "bookmark",
  figure: "figure",
  table: "table",
  equation: "equation",
  notice: "notice",
  contents: "contents",
  note: "note",
  indexed: "indexed",
  paragraph: "paragraph",
};

/** The anchor that a new destination of this name would get beside those that stand. */
export function proposeAnchor(name: string, kind: Destination["kind"], anchors: Anchors): string {
  const base = anchorFrom(name, FALLBACKS[kind]);
  return anchors.find(base) === undefined && !RESERVED.includes(base)
    ? base
    : firstFree(base, 2, (anchor) => anchors.find(anchor) !== undefined).anchor;
}

function firstFree(
  base: string,
  from: number,
  isTaken: (anchor: string) => boolean,
): { anchor: string; next: number } {
  for (let n = from; ; n++) {
    const suffix = `-${n}`;
    const anchor = cut(base, ANCHOR_LENGTH - suffix.length) + suffix;
    if (!isTaken(anchor)) return { anchor, next: n + 1 };
  }
}

/**
 * Gives every destination its anchor: published ones keep theirs, the others derive one from their name in order of
 * place, with a number where the name is taken without regard to case. When neither names nor
 * order nor published anchors differ from the `earlier` index, its anchors are handed on.
 *
 * Anchors that are published already stay to the letter: addresses elsewhere lead to them, in files with names such as `pwd` and `PWD`.
 */
export function assignAnchors(
  destinations: readonly Destination[],
  registry: Registry,
  earlier: { anchors: Anchors; destinations: readonly Destination[]; doc: Node } | null,
): Anchors {
  if (earlier && sameNames(destinations, registry, earlier.destinations, settingsOf(earlier.doc).registry))
    return earlier.anchors;
  const exact = new Map<string, DestinationId>();
  const byAnchor = new Map<string, DestinationId | null>();
  const stand = (anchor: string, id: DestinationId) => {
    exact.set(anchor, id);
    if (!byAnchor.has(anchor.toLowerCase())) byAnchor.set(anchor.toLowerCase(), id);
  };
  const byId = new Map<DestinationId, string>();
  const earlierNames = new Map<DestinationId, string[]>();
  const published = destinations.filter((place) => ownEntry(registry.anchors, place.id));
  for (const place of published) {
    const { anchor } = ownEntry(registry.anchors, place.id)!;
    if (exact.has(anchor)) continue;
    byId.set(place.id, anchor);
    stand(anchor, place.id);
  }
  for (const place of published)
    for (const alias of ownEntry(registry.anchors, place.id)!.aliases)
      if (!exact.has(alias)) {
        stand(alias, place.id);
        earlierNames.set(place.id, [...(earlierNames.get(place.id) ?? []), alias]);
      }
  for (const name of RESERVED) if (!byAnchor.has(name)) byAnchor.set(name, null);
  const nextNumber = new Map<string, number>();
  for (const place of destinations) {
    if (byId.has(place.id)) continue;
    const base = anchorFrom(place.name, FALLBACKS[place.kind]);
    let anchor = base;
    if (byAnchor.has(base)) {
      const free = firstFree(base, nextNumber.get(base) ?? 2, (name) => byAnchor.has(name));
      nextNumber.set(base, free.next);
      anchor = free.anchor;
    }
    byId.set(place.id, anchor);
    stand(anchor, place.id);
  }
  return {
    of: (id) => byId.get(id),
    aliases: (id) => earlierNames.get(id) ?? [],
    find: (anchor) => exact.get(anchor) ?? byAnchor.get(anchor.toLowerCase()) ?? undefined,
  };
}

function sameNames(
  a: readonly Destination[],
  registryA: Registry,
  b: readonly Destination[],
  registryB: Registry,
): boolean {
  if (a.length !== b.length || registryA.anchors !== registryB.anchors) return false;
  return a.every((place, i) => place.id === b[i]!.id && place.name === b[i]!.name);
}
