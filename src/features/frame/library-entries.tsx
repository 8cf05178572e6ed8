import { useEffect, useState } from "react";
import type { FinderEntry } from "@/components/finder";
import { KIND_NAMES } from "@/components/kind-icons";
import { shortened, type DestinationId, type LinkTarget } from "@/core/document";
import type { ListedPlace } from "@/core/library";
import { placeKey } from "@/core/links";
import { targetElsewhere, useSession, type RecentTarget } from "@/editor";
import { isKeyOf } from "@/core/keys-of";
import { EntryLine } from "./entry-line";
import type { ChooseTarget } from "./place-picker";

const PAUSE = 120;
/** Shorter words are in the name of nearly everything. */
const MIN_LETTERS = 2;
const NONE: readonly ListedPlace[] = [];

/** Places of other documents whose names hold what was typed, a moment after the last letter. */
export function useLibraryPlaces(typed: string): readonly ListedPlace[] {
  const session = useSession();
  const words = typed.trim();
  const [found, setFound] = useState<{ words: string; places: readonly ListedPlace[] } | null>(null);
  useEffect(() => {
    if (words.length < MIN_LETTERS) return;
    const abort = new AbortController();
    const timer = setTimeout(() => {
      session.elsewhere.find(words, abort.signal).then(
        (places) => setFound({ words, places }),
        // Without the server the places of this document are still there.
        () => {},
      );
    }, PAUSE);
    return () => {
      clearTimeout(timer);
      abort.abort();
    };
  }, [session, words]);
  return found?.words === words ? found.places : NONE;
}

const GROUP = "In other documents";

/** Places of other documents as lines to choose from. */
export function libraryEntries(places: readonly ListedPlace[], choose: ChooseTarget): FinderEntry[] {
  return places.map(({ document, id, kind, name, title, path }) => ({
    key: `shelf ${document} ${id ?? ""}`,
    group: GROUP,
    content: () => (
      <EntryLine
        kind={isKeyOf(KIND_NAMES, kind) ? kind : null}
        name={shortened(name, 200) || "Untitled"}
        about={id === null ? "document" : inDocument(title, path)}
      />
    ),
    choose: (further = false) => choose(leadingTo(document, id), name, further),
  }));
}

/** Places of other documents that were picked up lately. */
export function recentTargetEntries(places: readonly RecentTarget[], choose: ChooseTarget): FinderEntry[] {
  return places.map((place) => {
    const { name, title } = place;
    const target = targetElsewhere(place);
    return {
      key: `pocket ${placeKey(target)}`,
      group: "Picked up in other documents",
      content: () => <EntryLine kind="document" name={name || "Untitled"} about={inDocument(title, [])} />,
      choose: (further = false) => choose(target, name, further),
    };
  });
}

function inDocument(title: string, path: readonly string[]): string {
  return [title || "Untitled", ...path].map((one) => shortened(one, 30)).join(" › ");
}

function leadingTo(document: string, id: DestinationId | null): LinkTarget {
  return { kind: "document", document, ...(id !== null && { id }) };
}
