import type { BlockDestination, Destination, DocumentIndex, LinkPlace } from "@/core/index";
import type { DestinationId } from "@/core/document";
import { listEntries } from "@/core/wayfinding";

/** What is about to go: stretches of the document with all that stands in them, and bookmarks whose words stay. */
export interface Going {
  readonly stretches: readonly { readonly from: number; readonly to: number }[];
  readonly bookmarks: readonly DestinationId[];
}

/** What taking something out means for the rest of the document. */
export interface Impact {
  /** Places that go. */
  readonly places: readonly Destination[];
  /** Links and cross-references from elsewhere that lead to them, in order of place. */
  readonly links: readonly LinkPlace[];
  /** Contents lists that stay and lose entries, with how many. */
  readonly lists: readonly { readonly list: BlockDestination; readonly entries: number }[];
}

/** Works out what is concerned when something goes. */
export function impactOf(index: DocumentIndex, { stretches, bookmarks }: Going): Impact {
  const goes = (from: number, to: number) => stretches.some((one) => from >= one.from && to <= one.to);
  const named = new Set<string>(bookmarks);
  const places = index.destinations.filter(({ id, pos, end }) => named.has(id) || goes(pos, end));
  const ids = new Set<string>(places.map(({ id }) => id));
  const links =
    ids.size === 0
      ? []
      : index.links.filter(
          ({ from, to, target }) => target.kind === "destination" && ids.has(target.id) && !goes(from, to),
        );
  const lists = index.contentsLists.flatMap((list) => {
    if (goes(list.pos, list.end)) return [];
    const entries = listEntries(index, index.doc.child(list.block)).filter(({ id }) => ids.has(id)).length;
    return entries > 0 ? [{ list, entries }] : [];
  });
  return { places, links, lists };
}
