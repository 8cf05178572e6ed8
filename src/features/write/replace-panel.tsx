import { useDeferredValue, useEffect, useMemo, useState } from "react";
import { Button } from "@/components/button";
import { TextField } from "@/components/field";
import { Panel } from "@/components/panel";
import type { DocumentIndex } from "@/core/destinations";
import { shortened } from "@/core/document";
import { occurrencesOf, type Occurrence } from "@/core/find";
import { replaceWords, useSession, useSessionValue, type Session } from "@/editor";

/** What was sought last, to begin with the next time. */
interface Sought {
  readonly words: string;
  readonly by: string;
  readonly matchCase: boolean;
  readonly wholeWords: boolean;
}

const NOTHING: Sought = { words: "", by: "", matchCase: false, wholeWords: true };
const MOST_LISTED = 60;
const LONGEST_WORDS = 200;
/** Letters shown on each side of words that were found. */
const AROUND = 32;
const COUNT = new Intl.NumberFormat();

/** The box in which words are replaced everywhere. It lists the places first; one undo takes all of it back. */
export function ReplacePanel() {
  const session = useSession();
  const [open, setOpen] = useState(false);
  const [sought, setSought] = useState(NOTHING);

  useEffect(
    () =>
      session.offer("replace", () => {
        const chosen = chosenWords(session);
        if (chosen) setSought((last) => ({ ...last, words: chosen }));
        setOpen(true);
      }),
    [session],
  );

  return (
    <Panel
      title="Replace words everywhere"
      open={open}
      onClose={() => setOpen(false)}
      onReturn={() => session.focus()}
    >
      <ReplaceForm sought={sought} onSeek={setSought} onClose={() => setOpen(false)} />
    </Panel>
  );
}

function ReplaceForm({
  sought,
  onSeek,
  onClose,
}: {
  sought: Sought;
  onSeek: (sought: Sought) => void;
  onClose: () => void;
}) {
  const session = useSession();
  const index = useSessionValue((it) => it.index);
  const late = useDeferredValue(sought);
  const places = useMemo(() => occurrencesOf(index.doc, late), [index, late]);

  function replace() {
    // Somebody may type at this moment: the places are those of the document as it is now.
    const now = occurrencesOf(session.state.doc, sought);
    if (now.length === 0) return;
    session.dispatch(replaceWords(session.state.tr, now, sought.by));
    const what = `“${shortened(sought.words, 30)}” was replaced at ${counted(now.length, "place")}.`;
    session.say(what, { undo: true });
    onClose();
  }

  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        replace();
      }}
    >
      <div className="flex flex-col gap-3 p-4">
        <div className="grid gap-3 sm:grid-cols-2">
          <TextField
            label="Words to find"
            value={sought.words}
            maxLength={LONGEST_WORDS}
            dir="auto"
            autoFocus
            onFocus={(event) => event.target.select()}
            onChange={(event) => onSeek({ ...sought, words: event.target.value })}
          />
          <TextField
            label="Words to put there"
            value={sought.by}
            dir="auto"
            placeholder="Nothing: they are taken out"
            onChange={(event) => onSeek({ ...sought, by: event.target.value })}
          />
        </div>
        <div className="flex flex-wrap items-center gap-x-5 gap-y-2 text-sm">
          <Check
            label="Whole words only"
            checked={sought.wholeWords}
            onChange={(wholeWords) => onSeek({ ...sought, wholeWords })}
          />
          <Check
            label="Capitals matter"
            checked={sought.matchCase}
            onChange={(matchCase) => onSeek({ ...sought, matchCase })}
          />
          <span className="ml-auto flex gap-2">
            <Button look="quiet" onClick={onClose}>
              Cancel
            </Button>
            <Button look="main" type="submit" disabled={places.length === 0}>
              {places.length > 1 ? `Replace all ${COUNT.format(places.length)}` : "Replace"}
            </Button>
          </span>
        </div>
        <p role="status" className="text-sm text-quiet">
          {foundIn(index, places, late.words)}
        </p>
      </div>
      {places.length > 0 && (
        <Places
          places={places.slice(0, MOST_LISTED)}
          index={index}
          onGo={({ from, to }) => {
            onClose();
            session.jumps.toPlace(from, to);
          }}
        />
      )}
      {places.length > MOST_LISTED && (
        <p className="border-t border-line px-4 py-2 text-sm text-quiet">
          and {COUNT.format(places.length - MOST_LISTED)} more
        </p>
      )}
    </form>
  );
}

function Places({
  places,
  index,
  onGo,
}: {
  places: readonly Occurrence[];
  index: DocumentIndex;
  onGo: (place: Occurrence) => void;
}) {
  return (
    <ul aria-label="Where they stand" className="max-h-72 overflow-y-auto border-t border-line p-1.5">
      {places.map((place) => {
        const { before, words, after } = inItsLine(index, place);
        const section = index.sectionAt(place.from);
        return (
          <li key={place.from}>
            <button
              type="button"
              onClick={() => onGo(place)}
              className="flex w-full items-baseline gap-3 rounded-base px-2.5 py-1 text-left text-sm hover:bg-wash"
            >
              <span className="min-w-0 flex-1 truncate" dir="auto">
                {before}
                <mark className="rounded-[2px] bg-chosen text-ink">{words}</mark>
                {after}
              </span>
              <span className="max-w-40 truncate text-quiet">{section?.name ?? "the beginning"}</span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}

function Check({
  label,
  checked,
  onChange,
}: {
  label: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
}) {
  return (
    <label className="flex items-center gap-2">
      <input
        type="checkbox"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
        className="size-4 accent-tide"
      />
      {label}
    </label>
  );
}

function foundIn(index: DocumentIndex, places: readonly Occurrence[], words: string): string {
  if (words === "") return "Type the words to find. What was replaced can be undone as one.";
  if (places.length === 0) return "They stand nowhere in this document.";
  const sections = new Set(places.map(({ from }) => index.sectionAt(from)?.id)).size;
  return `${counted(places.length, "place")} in ${counted(sections, "section")}. The new words look like the old ones.`;
}

function counted(count: number, what: string): string {
  return `${COUNT.format(count)} ${what}${count === 1 ? "" : "s"}`;
}

/** Words that were found, with what stands around them in their line. */
function inItsLine({ doc }: DocumentIndex, { from, to }: Occurrence) {
  const $from = doc.resolve(from);
  const line = (start: number, end: number) => doc.textBetween(start, end, undefined, " ");
  const start = Math.max($from.start(), from - AROUND);
  const end = Math.min($from.end(), to + AROUND);
  return {
    before: (start > $from.start() ? "…" : "") + line(start, from),
    words: line(from, to),
    after: line(to, end) + (end < $from.end() ? "…" : ""),
  };
}

/** What is chosen, where that is a few words in one line. */
function chosenWords({ state }: Session): string {
  const { $from, $to, from, to } = state.selection;
  if (!$from.parent.isTextblock || !$from.sameParent($to) || to - from > LONGEST_WORDS) return "";
  return state.doc.textBetween(from, to).trim();
}
