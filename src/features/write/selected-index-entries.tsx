import { useId, useMemo } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { KeptField } from "@/components/field";
import { KindIcon } from "@/components/kind-icons";
import type { IndexedDestination } from "@/core/index";
import { MAX_INDEX_ENTRY_LETTERS, shortened, type IndexEntry } from "@/core/document";
import {
  changeIndexEntry,
  enterAll,
  indexEntriesAt,
  removeIndexEntry,
  useSession,
  useDocument,
  type DocumentStore,
} from "@/editor";

/** How many entries are proposed while a name is typed. */
const MAX_PROPOSED = 400;

const PARTS: readonly { part: keyof IndexEntry; label: string; placeholder: string }[] = [
  { part: "main", label: "Main entry", placeholder: "" },
  { part: "sub", label: "Sub-entry", placeholder: "none" },
  { part: "see", label: "See, instead of a page", placeholder: "another entry" },
  { part: "also", label: "See also", placeholder: "another entry" },
];

/** The entries of the index under which the words at the caret stand. */
export function SelectedIndexEntries() {
  const session = useSession();
  // Drawn again with the caret and with every change, as long as it stands in an entry.
  useDocument((it) => (entriesHere(it).length > 0 ? it.state : null));
  return entriesHere(session.store).map((place) => <EntrySection key={place.id} place={place} />);
}

function entriesHere({ index, state: { selection } }: DocumentStore): readonly IndexedDestination[] {
  return indexEntriesAt(index, selection.empty ? selection.from : selection.from + 1);
}

function EntrySection({ place: { id, entry, pos, end } }: { place: IndexedDestination }) {
  const session = useSession();
  const proposals = useId();
  const index = useDocument((it) => it.index);
  const words = shortened(index.doc.textBetween(pos, end, " ", " "), 60);
  const known = useMemo(() => knownEntries(index.indexed), [index]);

  function change(how: (now: IndexedDestination) => void) {
    const now = entriesHere(session.store).find((place) => place.id === id);
    if (now) how(now);
  }

  const keep = (part: keyof IndexEntry, words: string) =>
    change((now) => session.dispatch(changeIndexEntry(session.store.state.tr, now, { [part]: words })));

  function enter() {
    change((now) => {
      const tr = session.store.state.tr;
      const found = enterAll(tr, session.store.index, now);
      if (found > 0) session.dispatch(tr);
      session.notices.say(
        found > 0
          ? `Added ${counted(found, "more place", "more places")}.`
          : "All of them are in the index already.",
        { undo: found > 0 },
      );
    });
  }

  function remove() {
    change((now) => session.dispatch(removeIndexEntry(session.store.state.tr, now)));
    session.viewport.focus();
  }

  return (
    <section aria-label="Index entry at the cursor" className="border-b border-line px-4 py-3 text-sm">
      <h2 className="mb-2 flex items-baseline gap-2 font-semibold">
        <KindIcon kind="indexed" />
        <span className="min-w-0 flex-1 break-words" dir="auto">
          Index entry for “{words}”
        </span>
      </h2>
      <div className="mb-3 grid gap-2">
        {PARTS.map(({ part, label, placeholder }) => (
          <KeptField
            key={part}
            label={label}
            placeholder={placeholder}
            value={entry[part]}
            maxLength={MAX_INDEX_ENTRY_LETTERS}
            list={proposals}
            onKeep={(words) => keep(part, words)}
          />
        ))}
        <datalist id={proposals}>
          {known.map((one) => (
            <option key={one} value={one} />
          ))}
        </datalist>
      </div>
      <div className="flex flex-wrap gap-2">
        <Button onClick={enter} title="Adds every other place where these words occur">
          Enter all “{shortened(words, 24)}”
        </Button>
        <Button look="quiet" onClick={remove}>
          Remove from the index
        </Button>
      </div>
    </section>
  );
}

function knownEntries(places: readonly IndexedDestination[]): string[] {
  const known = new Set<string>();
  for (const { entry } of places) {
    known.add(entry.main);
    if (entry.sub) known.add(entry.sub);
    if (known.size > MAX_PROPOSED) break;
  }
  return [...known].sort((a, b) => a.localeCompare(b));
}
