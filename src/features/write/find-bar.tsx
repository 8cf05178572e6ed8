import { ArrowDown, ArrowUp, List, SlidersHorizontal, X } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import { Button, IconButton } from "@/components/button";
import { counted, formatted } from "@/components/counted";
import { Check, Choice, fieldLook } from "@/components/field";
import { MAY_BE_WILDCARDS, mayBeWildcards, TRY_WILDCARDS, WAYS_TO_FIND } from "@/components/ways-to-find";
import { Popup } from "@/components/popup";
import { shortened, type DestinationId } from "@/core/document";
import { replacementFor, type Scope, type Sought } from "@/core/find";
import {
  beginFinding,
  chosenMatch,
  findingIn,
  firstMatchFrom,
  foundPlaces,
  keepWayOfFinding,
  lastWayOfFinding,
  matchAt,
  replaceWords,
  showMatches,
  useSession,
  useDocument,
  type DocumentStore,
} from "@/editor";
import { FoundPlaces } from "./found-places";
import { useMatches } from "./use-matches";

type Where = "all" | "section" | "selection" | "headings" | "links";

/** What is asked for, kept while the document is open. */
interface Question extends Sought {
  readonly by: string;
  readonly where: Where;
}

/** Where the bar was opened: the section with the caret, none before the first heading. */
interface Opened {
  readonly section: DestinationId | null;
}

const firstQuestion = (): Question => ({ ...lastWayOfFinding(), words: "", by: "", where: "all" });

const WHERES = [
  { value: "all", label: "In the whole document" },
  { value: "section", label: "In the section with the cursor" },
  { value: "selection", label: "In the selection" },
  { value: "headings", label: "In headings only" },
  { value: "links", label: "In link words only" },
] as const;

const MAX_LETTERS = 500;
/** The bar covers so many pixels of the text, and so many with the list below it. */
const COVERED = { bar: 100, list: 350 };
const BOX = fieldLook("min-w-40 flex-1");

/** Above the manuscript: words are found, gone through and replaced, one by one or all as one change. */
export function FindBar() {
  const session = useSession();
  const [question, setQuestion] = useState(firstQuestion);
  /** Where it was opened, again each time; null while it is closed. */
  const [opened, setOpened] = useState<Opened | null>(null);

  useEffect(
    () =>
      session.dialogs.register("find", (given) => {
        const words = given || chosenWords(session.store);
        setQuestion((last) => ({
          ...last,
          words: words || last.words,
          where: words && last.where === "selection" ? "all" : last.where,
        }));
        session.dispatch(beginFinding(session.store.state.tr));
        setOpened({ section: session.store.index.sectionAt(session.store.state.selection.from)?.id ?? null });
      }),
    [session],
  );

  if (!opened) return null;
  return (
    <Bar
      question={question}
      opened={opened}
      onAsk={(asked) => {
        setQuestion(asked);
        keepWayOfFinding(asked);
      }}
      onClose={() => {
        setOpened(null);
        session.dispatch(showMatches(session.store.state.tr, []));
        session.viewport.focus();
      }}
    />
  );
}

function Bar({
  question,
  opened,
  onAsk,
  onClose,
}: {
  question: Question;
  opened: Opened;
  onAsk: (question: Question) => void;
  onClose: () => void;
}) {
  const session = useSession();
  const { words, by, how, matchCase, accents, wholeWords } = question;
  const sought = useMemo<Sought>(
    () => ({ words, how, matchCase, accents, wholeWords }),
    [words, how, matchCase, accents, wholeWords],
  );
  const { places, doc, fault, busy, now } = useMatches(sought, useScope(question.where, opened));
  const at = useDocument((it) => chosenMatch(it.state));
  const chosen = useDocument((it) => findingIn(it.state) !== null);
  const [listed, setListed] = useState(false);
  const field = useRef<HTMLInputElement>(null);

  useEffect(() => {
    // They may come in the middle of a click.
    session.viewport.settle();
    // If the text has changed since, a moment later others will be found.
    if (session.store.state.doc === doc) session.dispatch(showMatches(session.store.state.tr, places));
  }, [session, places, doc]);

  useEffect(() => {
    field.current?.focus();
    field.current?.select();
  }, [opened]);

  /** Goes to a match; the keyboard stays here. */
  function go(to: number) {
    const place = matchAt(session.store.state, to);
    if (place) session.showPlace(place.from, place.to, listed ? COVERED.list : COVERED.bar);
  }

  /** Opens the list of places or closes it. What was gone to stays to be seen below it. */
  function list() {
    setListed(!listed);
    const place = matchAt(session.store.state, chosenMatch(session.store.state));
    if (place && !listed) session.showPlace(place.from, place.to, COVERED.list);
  }

  /** Goes on from the caret, not from the beginning. */
  function step(by: 1 | -1) {
    const { state } = session.store;
    const count = foundPlaces(state).length;
    const here = chosenMatch(state);
    const next = firstMatchFrom(state, state.selection.from);
    let to = here >= 0 ? here + by : by > 0 ? next : next - 1;
    // Several in one note are one stop: the note is chosen as a whole.
    const { from, to: end } = state.selection;
    for (let tries = 0; tries < count; tries++) {
      const place = matchAt(state, (to + count) % count);
      if (!place || place.from <= from || place.to >= end) break;
      to += by;
    }
    go((to + count) % count);
  }

  function replaceOne() {
    const { state } = session.store;
    const here = chosenMatch(state);
    const place = matchAt(state, here);
    if (!place) return step(1);
    session.dispatch(replaceWords(state.tr, [place], replacementFor(sought, by)));
    go(here + 1);
  }

  function replaceAll() {
    const all = now();
    if (all.length === 0) return;
    session.dispatch(replaceWords(session.store.state.tr, all, replacementFor(sought, by)));
    // The button that was pressed can do nothing more, and a browser takes the keyboard from such a one.
    field.current?.focus();
    session.notices.say(`“${shortened(words, 30)}” was replaced at ${counted(all.length, "place")}.`, {
      undo: true,
    });
  }

  return (
    <section
      aria-label="Find and replace"
      className="absolute inset-x-0 top-0 z-20 border-b border-line bg-raised px-3 py-2"
      style={{ boxShadow: "var(--shadow)" }}
      onKeyDown={(event) => {
        // One that closed the small box stays there.
        if (event.key !== "Escape" || event.defaultPrevented) return;
        event.stopPropagation();
        onClose();
      }}
    >
      <form
        className="flex flex-wrap items-center gap-1.5"
        onSubmit={(event) => {
          event.preventDefault();
          step(1);
        }}
      >
        <input
          ref={field}
          aria-label="Words to find"
          placeholder="Find"
          value={words}
          maxLength={MAX_LETTERS}
          dir="auto"
          spellCheck={false}
          className={BOX}
          onChange={(event) => onAsk({ ...question, words: event.target.value })}
          onKeyDown={(event) => {
            if (event.key !== "Enter" || !event.shiftKey) return;
            event.preventDefault();
            step(-1);
          }}
        />
        <span role="status" className="min-w-0 truncate px-1 text-sm text-quiet sm:w-44 sm:shrink-0">
          {/* What is found is said once; that it is looked for, with every key, is not. */}
          {busy && words !== "" && !fault ? (
            <span aria-hidden>Looking…</span>
          ) : (
            resultText(words, places.length, at, fault)
          )}
        </span>
        <IconButton label="Previous (Shift+Enter)" disabled={places.length === 0} onClick={() => step(-1)}>
          <ArrowUp size={16} />
        </IconButton>
        <IconButton label="Next (Enter)" disabled={places.length === 0} onClick={() => step(1)}>
          <ArrowDown size={16} />
        </IconButton>
        <IconButton label="List results" pressed={listed} onClick={list}>
          <List size={16} />
        </IconButton>
        <Popup
          name="Search options"
          trigger={
            <IconButton label="Search options" pressed={isSpecial(question)}>
              <SlidersHorizontal size={16} />
            </IconButton>
          }
        >
          <Options question={question} chosen={chosen} onAsk={onAsk} />
        </Popup>
        <IconButton label="Close (Escape)" onClick={onClose}>
          <X size={16} />
        </IconButton>
      </form>
      {fault && <p className="mt-1 text-sm text-vermilion">{fault}</p>}
      {!busy && places.length === 0 && mayBeWildcards(question) && (
        <p className="mt-1 flex flex-wrap items-center gap-x-2 text-sm text-quiet">
          {MAY_BE_WILDCARDS}
          <Button
            onClick={() => {
              onAsk({ ...question, how: "wildcards" });
              field.current?.focus();
            }}
          >
            {TRY_WILDCARDS}
          </Button>
        </p>
      )}
      <form
        className="mt-1.5 flex flex-wrap items-center gap-1.5"
        onSubmit={(event) => {
          event.preventDefault();
          replaceOne();
        }}
      >
        <input
          aria-label="Replace with"
          placeholder="Leave empty to delete"
          value={by}
          dir="auto"
          className={BOX}
          onChange={(event) => onAsk({ ...question, by: event.target.value })}
        />
        <Button type="submit" disabled={busy || places.length === 0}>
          Replace
        </Button>
        <Button look="main" disabled={busy || places.length === 0} onClick={replaceAll}>
          Replace all {places.length > 0 && formatted(places.length)}
        </Button>
      </form>
      {listed && places.length > 0 && <FoundPlaces places={places} at={at} onGo={go} />}
    </section>
  );
}

const CHECKS = [
  { label: "Whole words only", name: "wholeWords" },
  { label: "Match case", name: "matchCase" },
  { label: "Match accents", name: "accents" },
] as const;

function Options({
  question,
  chosen,
  onAsk,
}: {
  question: Question;
  /** Whether anything was chosen when the bar was opened. */
  chosen: boolean;
  onAsk: (question: Question) => void;
}) {
  return (
    <div className="flex flex-col gap-3">
      <Choice
        label="How to search"
        value={question.how}
        options={WAYS_TO_FIND}
        onChange={(how) => onAsk({ ...question, how })}
      />
      <Choice
        label="Where"
        value={question.where}
        options={WHERES.filter(({ value }) => chosen || value !== "selection")}
        onChange={(where) => onAsk({ ...question, where })}
      />
      {CHECKS.map(({ label, name }) => (
        <Check
          key={name}
          label={label}
          checked={question[name]}
          onChange={(checked) => onAsk({ ...question, [name]: checked })}
        />
      ))}
    </div>
  );
}

function isSpecial({ how, where, matchCase, accents, wholeWords }: Question): boolean {
  return how !== "words" || where !== "all" || matchCase || accents || wholeWords;
}

function resultText(words: string, count: number, at: number, fault: string | null): string {
  if (words === "" || fault) return "";
  if (count === 0) return "Not found";
  return at >= 0 ? `${formatted(at + 1)} of ${formatted(count)}` : counted(count, "place");
}

/** Where is looked, as it now is: what was chosen and the section change with the text. */
function useScope(where: Where, { section: id }: Opened): Scope {
  const chosen = useDocument((it) => (where === "selection" ? findingIn(it.state) : null));
  const index = useDocument((it) => (where === "section" ? it.index : null));
  return useMemo<Scope>(() => {
    if (chosen) return { kind: "range", ...chosen };
    if (index) {
      const section = id ? index.sectionOf(id) : undefined;
      const first = index.headings[0];
      // What stands before the first heading is a section too.
      return section
        ? { kind: "range", from: section.heading.pos, to: section.end }
        : { kind: "range", from: 0, to: first?.pos ?? index.doc.content.size };
    }
    return where === "headings" || where === "links" ? { kind: where } : { kind: "all" };
  }, [where, chosen, index, id]);
}

/** What is chosen, where that is a few words in one line. */
function chosenWords({ state }: DocumentStore): string {
  const { $from, $to, from, to } = state.selection;
  if (!$from.parent.isTextblock || !$from.sameParent($to) || to - from > MAX_LETTERS / 2) return "";
  return state.doc.textBetween(from, to).trim();
}
