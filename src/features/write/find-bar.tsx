import { ArrowDown, ArrowUp, List, SlidersHorizontal, X } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import { Button, IconButton } from "@/components/button";
import { Choice } from "@/components/field";
import { Popup } from "@/components/popup";
import { shortened } from "@/core/document";
import type { Scope, Sought } from "@/core/find";
import { replaceWords, showMatches, useSession, type Session } from "@/editor";
import { FoundPlaces } from "./found-places";
import { useMatches } from "./use-matches";

type Where = "all" | "section" | "selection" | "headings" | "links";

/** What is asked for, kept while the document is open. */
interface Question extends Sought {
  readonly by: string;
  readonly where: Where;
}

const FIRST: Question = {
  words: "",
  by: "",
  how: "words",
  matchCase: false,
  accents: false,
  wholeWords: false,
  where: "all",
};

const HOWS = [
  { value: "words", label: "As they are typed" },
  { value: "wildcards", label: "With * for any words and ? for a letter" },
  { value: "expression", label: "As a regular expression" },
] as const;

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
const COUNT = new Intl.NumberFormat();
const BOX = "h-8 min-w-40 flex-1 rounded-base border border-edge bg-raised px-2.5 text-sm";

/** Above the manuscript: words are found, gone through and replaced, one by one or all as one change. */
export function FindBar() {
  const session = useSession();
  const [open, setOpen] = useState(false);
  const [question, setQuestion] = useState(FIRST);
  /** The section or selection it was opened in. */
  const [part, setPart] = useState({ from: 0, to: 0 });

  useEffect(
    () =>
      session.offer("find", () => {
        const { from, to } = session.state.selection;
        const words = chosenWords(session);
        if (words)
          setQuestion((last) => ({ ...last, words, where: last.where === "selection" ? "all" : last.where }));
        setPart({ from, to });
        setOpen(true);
      }),
    [session],
  );

  if (!open) return null;
  return (
    <Bar
      question={question}
      part={part}
      onAsk={setQuestion}
      onClose={() => {
        setOpen(false);
        session.dispatch(showMatches(session.state.tr, [], -1));
        session.focus();
      }}
    />
  );
}

function Bar({
  question,
  part,
  onAsk,
  onClose,
}: {
  question: Question;
  part: { from: number; to: number };
  onAsk: (question: Question) => void;
  onClose: () => void;
}) {
  const session = useSession();
  const { words, by, how, matchCase, accents, wholeWords, where } = question;
  const sought = useMemo<Sought>(
    () => ({ words, how, matchCase, accents, wholeWords }),
    [words, how, matchCase, accents, wholeWords],
  );
  const scope = useMemo<Scope>(() => scopeOf(session, where, part), [session, where, part]);
  const { places, fault, busy } = useMatches(sought, scope);
  const [current, setCurrent] = useState(-1);
  const [listed, setListed] = useState(false);
  const field = useRef<HTMLInputElement>(null);
  const at = Math.min(current, places.length - 1);
  const covered = listed ? COVERED.list : COVERED.bar;

  useEffect(() => {
    session.dispatch(showMatches(session.state.tr, places, at));
  }, [session, places, at]);

  // It was opened, or asked for again.
  useEffect(() => field.current?.select(), [part]);

  /** Goes to a match; the keyboard stays here. */
  function go(to: number) {
    const place = places[to];
    if (!place) return;
    setCurrent(to);
    session.showPlace(place.from, place.to, covered);
  }

  function step(by: 1 | -1) {
    if (places.length === 0) return;
    const { from, to } = session.state.selection;
    // From where one is, not from the beginning.
    const next =
      at >= 0
        ? at + by
        : by > 0
          ? places.findIndex((place) => place.from >= from)
          : places.findLastIndex((place) => place.to <= to);
    go((next + places.length) % places.length);
  }

  function replaceOne() {
    const place = places[at];
    if (!place) return step(1);
    session.dispatch(replaceWords(session.state.tr, [place], by));
    const next = places[at + 1];
    const grown = by.length - (place.to - place.from);
    if (next) session.showPlace(next.from + grown, next.to + grown, covered);
    else setCurrent(-1);
  }

  function replaceAll() {
    if (places.length === 0) return;
    session.dispatch(replaceWords(session.state.tr, places, by));
    // The button that was pressed can do nothing more, and a browser takes the keyboard from such a one.
    field.current?.focus();
    session.say(`“${shortened(words, 30)}” was replaced at ${counted(places.length, "place")}.`, {
      undo: true,
    });
    setCurrent(-1);
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
          onChange={(event) => {
            setCurrent(-1);
            onAsk({ ...question, words: event.target.value });
          }}
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
        <IconButton label="List the places" pressed={listed} onClick={() => setListed(!listed)}>
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
          <Options question={question} onAsk={onAsk} />
        </Popup>
        <IconButton label="Close (Escape)" onClick={onClose}>
          <X size={16} />
        </IconButton>
      </form>
      {fault && <p className="mt-1 text-sm text-vermilion">{fault}</p>}
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
        <Button type="submit" disabled={places.length === 0}>
          Replace
        </Button>
        <Button look="main" disabled={places.length === 0} onClick={replaceAll}>
          Replace all {places.length > 0 && COUNT.format(places.length)}
        </Button>
      </form>
      {listed && places.length > 0 && <FoundPlaces places={places} at={at} onGo={go} />}
    </section>
  );
}

function Options({ question, onAsk }: { question: Question; onAsk: (question: Question) => void }) {
  const checks = [
    { label: "Whole words only", name: "wholeWords" },
    { label: "Capitals matter", name: "matchCase" },
    { label: "Accents matter", name: "accents" },
  ] as const;
  return (
    <div className="flex flex-col gap-3">
      <Choice
        label="How the words are meant"
        value={question.how}
        options={HOWS}
        onChange={(how) => onAsk({ ...question, how })}
      />
      <Choice
        label="Where"
        value={question.where}
        options={WHERES}
        onChange={(where) => onAsk({ ...question, where })}
      />
      {checks.map(({ label, name }) => (
        <label key={name} className="flex items-center gap-2">
          <input
            type="checkbox"
            checked={question[name]}
            onChange={(event) => onAsk({ ...question, [name]: event.target.checked })}
            className="size-4 accent-tide"
          />
          {label}
        </label>
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
  return at >= 0 ? `${COUNT.format(at + 1)} of ${COUNT.format(count)}` : counted(count, "place");
}

function counted(count: number, what: string): string {
  return `${COUNT.format(count)} ${what}${count === 1 ? "" : "s"}`;
}

function scopeOf(session: Session, where: Where, part: { from: number; to: number }): Scope {
  switch (where) {
    case "headings":
    case "links":
      return { kind: where };
    case "selection":
      return part.from < part.to ? { kind: "range", ...part } : { kind: "all" };
    case "section": {
      const heading = session.index.sectionAt(part.from);
      const section = heading && session.index.sections.find((it) => it.heading.id === heading.id);
      return section ? { kind: "range", from: section.heading.pos, to: section.end } : { kind: "all" };
    }
    default:
      return { kind: "all" };
  }
}

/** What is chosen, where that is a few words in one line. */
function chosenWords({ state }: Session): string {
  const { $from, $to, from, to } = state.selection;
  if (!$from.parent.isTextblock || !$from.sameParent($to) || to - from > LONGEST / 2) return "";
  return state.doc.textBetween(from, to).trim();
}
