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
  useSessionValue,
  type Session,
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
  { value: "section", label: "In the section with the caret" },
  { value: "selection", label: "In what is chosen" },
  { value: "headings", label: "In headings only" },
  { value: "links", label: "In the words of links only" },
] as const;

const LONGEST = 500;
/** The bar covers so many pixels of the text, and so many with the list below it. */
const COVERED = { bar: 100, list: 350 };
const BOX = fieldLook("min-w-40 flex-1");

/** Above the manuscript: words are found, gone through and replaced, one by one or all as one change. */
export function FindBar() {
  const session = useSession();
  const [question, setQuestion] = useState(firstQuestion);
  /** Where it was opened, anew each time; null while it is closed. */
  const [opened, setOpened] = useState<Opened | null>(null);

  useEffect(
    () =>
      session.offer("find", (given) => {
        const words = given || chosenWords(session);
        setQuestion((last) => ({
          ...last,
          words: words || last.words,
          where: words && last.where === "selection" ? "all" : last.where,
        }));
        session.dispatch(beginFinding(session.state.tr));
        setOpened({ section: session.index.sectionAt(session.state.selection.from)?.id ?? null });
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
        session.dispatch(showMatches(session.state.tr, []));
        session.focus();
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
  const at = useSessionValue((it) => chosenMatch(it.state));
  const chosen = useSessionValue((it) => findingIn(it.state) !== null);
  const [listed, setListed] = useState(false);
  const field = useRef<HTMLInputElement>(null);

  useEffect(() => {
    // They may come in the middle of a click.
    session.settle();
    // Where the text has changed since, others will be found in a moment.
    if (session.state.doc === doc) session.dispatch(showMatches(session.state.tr, places));
  }, [session, places, doc]);

  useEffect(() => {
    field.current?.focus();
    field.current?.select();
  }, [opened]);

  /** Goes to a match; the keyboard stays here. */
  function go(to: number) {
    const place = matchAt(session.state, to);
    if (place) session.showPlace(place.from, place.to, listed ? COVERED.list : COVERED.bar);
  }

  /** Opens the list of places or closes it. What was gone to stays to be seen below it. */
  function list() {
    setListed(!listed);
    const place = matchAt(session.state, chosenMatch(session.state));
    if (place && !listed) session.showPlace(place.from, place.to, COVERED.list);
  }

  /** Goes on from where one is, not from the beginning. */
  function step(by: 1 | -1) {
    const { state } = session;
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
    const { state } = session;
    const here = chosenMatch(state);
    const place = matchAt(state, here);
    if (!place) return step(1);
    session.dispatch(replaceWords(state.tr, [place], replacementFor(sought, by)));
    go(here + 1);
  }

  function replaceAll() {
    const all = now();
    if (all.length === 0) return;
    session.dispatch(replaceWords(session.state.tr, all, replacementFor(sought, by)));
    // The button that was pressed can do nothing more, and a browser takes the keyboard from such a one.
    field.current?.focus();
    session.say(`“${shortened(words, 30)}” was replaced at ${counted(all.length, "place")}.`, { undo: true });
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
          maxLength={LONGEST}
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
          {told(words, places.length, at, fault, busy)}
        </span>
        <IconButton label="Previous (Shift+Enter)" disabled={places.length === 0} onClick={() => step(-1)}>
          <ArrowUp size={16} />
        </IconButton>
        <IconButton label="Next (Enter)" disabled={places.length === 0} onClick={() => step(1)}>
          <ArrowDown size={16} />
        </IconButton>
        <IconButton label="List the places" pressed={listed} onClick={list}>
          <List size={16} />
        </IconButton>
        <Popup
          name="How to find"
          trigger={
            <IconButton label="How to find" pressed={isSpecial(question)}>
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
          aria-label="Words to put there"
          placeholder="Replace by; nothing takes them out"
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
  { label: "Capitals matter", name: "matchCase" },
  { label: "Accents matter", name: "accents" },
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
        label="How the words are meant"
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

function told(words: string, count: number, at: number, fault: string | null, busy: boolean): string {
  if (words === "" || fault) return "";
  if (busy) return "Looking…";
  if (count === 0) return "It stands nowhere here";
  return at >= 0 ? `${formatted(at + 1)} of ${formatted(count)}` : counted(count, "place");
}

/** Where is looked, as it now is: what was chosen and the section change with the text. */
function useScope(where: Where, { section: id }: Opened): Scope {
  const chosen = useSessionValue((it) => (where === "selection" ? findingIn(it.state) : null));
  const index = useSessionValue((it) => (where === "section" ? it.index : null));
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
function chosenWords({ state }: Session): string {
  const { $from, $to, from, to } = state.selection;
  if (!$from.parent.isTextblock || !$from.sameParent($to) || to - from > LONGEST / 2) return "";
  return state.doc.textBetween(from, to).trim();
}
