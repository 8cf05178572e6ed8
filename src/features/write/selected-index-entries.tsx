import { useId, useMemo } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { KeptField } from "@/components/field";
import { Sign } from "@/components/signs";
import type { IndexedDestination } from "@/core/destinations";
import { MOST_IN_INDEX_ENTRY, shortened, type IndexEntry } from "@/core/document";
import {
  changeIndexEntry,
  enterAll,
  indexEntriesAt,
  removeIndexEntry,
  useSession,
  useSessionValue,
  type Session,
} from "@/editor";

/** So many entries are proposed while one is typed. */
const MOST_PROPOSED = 400;

const PARTS: readonly { part: keyof IndexEntry; label: string; placeholder: string }[] = [
  { part: "main", label: "Main entry", placeholder: "" },
  { part: "sub", label: "Sub-entry", placeholder: "none" },
  { part: "see", label: "See, instead of a page", placeholder: "another entry" },
  { part: "also", label: "See also", placeholder: "another entry" },
];

/** The entries of the index under which the words at the caret stand. */
export function SelectedIndexEntries() {
  const session = useSession();
  // Drawn anew with the caret and with every change, as long as it stands in an entry.
  useSessionValue((it) => (entriesHere(it).length > 0 ? it.state : null));
  return entriesHere(session).map((place) => <EntrySection key={place.id} place={place} />);
}

function entriesHere({ index, state: { selection } }: Session): readonly IndexedDestination[] {
  return indexEntriesAt(index, selection.empty ? selection.from : selection.from + 1);
}

function EntrySection({ place: { id, entry, pos, end } }: { place: IndexedDestination }) {
  const session = useSession();
  const proposals = useId();
  const { index } = session;
  const words = shortened(index.doc.textBetween(pos, end, " ", " "), 60);
  const known = useMemo(() => knownEntries(index.indexed), [index]);

  function change(how: (now: IndexedDestination) => void) {
    const now = entriesHere(session).find((place) => place.id === id);
    if (now) how(now);
  }

  const keep = (part: keyof IndexEntry, said: string) =>
    change((now) => session.dispatch(changeIndexEntry(session.state.tr, now, { [part]: said })));

  function enter() {
    change((now) => {
      const tr = session.state.tr;
      const found = enterAll(tr, session.index, now);
      if (found > 0) session.dispatch(tr);
      session.say(
        found > 0
          ? `Entered ${counted(found, "more place", "more places")}.`
          : "All of them are entered already.",
        { undo: found > 0 },
      );
    });
  }

  function remove() {
    change((now) => session.dispatch(removeIndexEntry(session.state.tr, now)));
    session.focus();
  }

  return (
    <section aria-label="Index entry at the caret" className="border-b border-line px-4 py-3 text-sm">
      <h2 className="mb-2 flex items-baseline gap-2 font-semibold">
        <Sign kind="indexed" />
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
            maxLength={MOST_IN_INDEX_ENTRY}
            list={proposals}
            onKeep={(said) => keep(part, said)}
          />
        ))}
        <datalist id={proposals}>
          {known.map((one) => (
            <option key={one} value={one} />
          ))}
        </datalist>
      </div>
      <div className="flex flex-wrap gap-2">
        <Button onClick={enter} title="Enters all other places where these words stand">
          Enter all “{shortened(words, 24)}”
        </Button>
        <Button look="quiet" onClick={remove}>
          Take out of the index
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
    if (known.size > MOST_PROPOSED) break;
  }
  return [...known].sort((a, b) => a.localeCompare(b));
}
