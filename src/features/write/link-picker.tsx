import { Hand } from "lucide-react";
import type { Transaction } from "prosemirror-state";
import { useEffect, useState } from "react";
import { Button } from "@/components/button";
import { fieldLook } from "@/components/field";
import { Panel } from "@/components/panel";
import type { Destination } from "@/core/index";
import { shortened, type LinkTarget } from "@/core/document";
import { findQuoted, referenceWords } from "@/core/links";
import {
  addBookmark,
  changeReference,
  changeStyles,
  chosenReference,
  freeName,
  insertLink,
  insertReference,
  linkAt,
  chosenRanges,
  linkRange,
  type ChosenRange,
  referenceTo,
  targetOf,
  useSession,
  useDocument,
  wordAt,
  type DocumentStore,
} from "@/editor";
import { AttachButton } from "@/features/frame/attach-button";
import { PlaceFinder } from "@/features/frame/place-picker";
import { isOneOf } from "@/core/one-of";
import { keepLastForm, lastForm, REFERENCE_FORMS } from "./reference-forms";

/** What leads to the place: words chosen before, what is put in at a spot, or a cross-reference that is there already. */
type Words =
  | {
      kind: "range";
      from: number;
      to: number;
      text: string;
      chosen: boolean;
      ranges?: readonly ChosenRange[];
    }
  | { kind: "new"; at: { from: number; to: number }; text: string }
  | { kind: "reference"; pos: number };

/** Opens the box where it is typed. */
const CHAPTER_SEPARATOR = ">>";

/** The box in which the author says where the chosen words should lead. The words stay visibly chosen meanwhile. */
export function LinkPicker() {
  const session = useSession();
  const [words, setWords] = useState<Words | null>(null);

  useEffect(
    () =>
      session.dialogs.register("link", () => {
        if (session.linkByPointing.linked?.purpose === "carry") session.linkByPointing.release();
        const found = wordsAtHand(session.store);
        setWords(found);
        if (found.kind === "range") session.linkByPointing.hold("choose", { from: found.from, to: found.to });
      }),
    [session],
  );

  function close() {
    setWords(null);
    if (session.linkByPointing.linked?.purpose === "choose") session.linkByPointing.release();
  }

  return (
    <Panel
      title={words?.kind === "reference" ? "Refer to" : "Link to"}
      open={words !== null}
      onClose={close}
      onReturn={() => session.viewport.focus()}
    >
      {words && <Picker words={words} onWords={setWords} onClose={close} />}
    </Panel>
  );
}

function wordsAtHand({ state, index }: DocumentStore): Words {
  const reference = chosenReference(state);
  if (reference) return { kind: "reference", pos: reference.pos };
  const { from, to, empty, $from } = state.selection;
  const link = empty ? linkAt(index, from) : null;
  const ranges = chosenRanges(state.selection);
  if (ranges.length > 1) {
    const text = ranges.map((one) => state.doc.textBetween(one.from, one.to, " ")).join(" ");
    return { kind: "range", from, to, text, chosen: true, ranges };
  }
  const range = link ?? (empty ? null : { from, to });
  if (range) {
    const text = state.doc.textBetween(range.from, range.to, " ");
    return { kind: "range", from: range.from, to: range.to, text, chosen: true };
  }
  const before = $from.parent.textBetween(
    Math.max(0, $from.parentOffset - CHAPTER_SEPARATOR.length),
    $from.parentOffset,
  );
  if (before === CHAPTER_SEPARATOR)
    return { kind: "new", at: { from: from - CHAPTER_SEPARATOR.length, to: from }, text: "" };
  const word = wordAt(state.doc.resolve(from));
  return word ? { kind: "range", ...word, chosen: false } : { kind: "new", at: { from, to: from }, text: "" };
}

/** How the words come about: as they are, as fits the place, or by a form. */
const WORDINGS = ["words", "fit", ...REFERENCE_FORMS.map(({ value }) => value)] as const;
type Worded = (typeof WORDINGS)[number];

function Picker({
  words,
  onWords,
  onClose,
}: {
  words: Words;
  onWords: (words: Words) => void;
  onClose: () => void;
}) {
  const session = useSession();
  const [chosen, setWorded] = useState<Worded | null>(null);
  const hasWords = words.kind === "range" || (words.kind === "new" && words.text.trim() !== "");
  const worded = chosen ?? (hasWords ? "words" : (lastForm() ?? "fit"));

  function put(change: (tr: Transaction) => Transaction) {
    session.dispatch(change(session.store.state.tr));
    onClose();
    // At once, so that the very next key is taken by the text.
    session.viewport.focus();
  }

  /** Words that lead to the target; without words of their own, what the target is called. */
  function link(target: LinkTarget, called: string, further = false) {
    const quoted =
      target.kind === "words" && worded !== "words" && worded !== "fit"
        ? findQuoted(session.store.index, target)
        : null;
    if (quoted) speakOf(quoted);
    else linkTo(target, called);
    if (further) session.following.follow(target);
  }

  /** A cross-reference to words on which no bookmark stands yet: they get one. */
  function speakOf({ pos, end, name }: { pos: number; end: number; name: string }) {
    if (words.kind === "reference") return;
    const at = words.kind === "range" ? words : words.at;
    put((tr) => {
      const called = freeName(shortened(name, 60), session.store.index).name;
      const target = { kind: "destination" as const, id: addBookmark(tr, pos, end, called), was: called };
      return insertReference(tr, at, { target, form: worded, linked: true });
    });
  }

  function linkTo(target: LinkTarget, called: string) {
    put((tr) => {
      if (words.kind === "range")
        return (words.ranges ?? [words]).reduce(
          (linked, { from, to }) => linkRange(linked, from, to, target),
          tr,
        );
      if (words.kind === "reference") return tr;
      if (words.at.to > words.at.from) tr.delete(words.at.from, words.at.to);
      return insertLink(tr, words.at.from, words.text.trim() || called, target);
    });
  }

  /** Ties the words to a place, and goes there where that was asked for. */
  function choose(place: Destination, follow: boolean) {
    linkToPlace(place);
    session.recentTargets.remember(place);
    if (follow) session.jumps.to(place.id);
  }

  function linkToPlace(place: Destination) {
    if (words.kind === "reference") {
      const { target } = referenceTo(place);
      put((tr) => changeReference(tr, words.pos, { target }));
    } else if (worded === "words") linkTo(targetOf(place), place.name);
    else {
      const at = words.kind === "range" ? words : words.at;
      put((tr) => insertReference(tr, at, referenceTo(place, worded === "fit" ? undefined : worded)));
    }
  }

  /** What a cross-reference to a place would say here. */
  function says(place: Destination): string {
    const at = words.kind === "reference" ? words.pos : words.kind === "range" ? words.from : words.at.from;
    const form = worded === "words" || worded === "fit" ? undefined : worded;
    return referenceWords(referenceTo(place, form), at, session.store.index, session.pages);
  }

  function pointInstead() {
    let range = words.kind === "range" ? { from: words.from, to: words.to } : null;
    if (words.kind === "new") {
      const { from, to } = words.at;
      const text = words.text.trim();
      session.dispatch(session.store.state.tr.insertText(text, from, to));
      range = { from, to: from + text.length };
    }
    if (range) session.linkByPointing.hold("carry", range);
    onClose();
  }

  return (
    <>
      <div className="px-4 pt-1 pb-3 text-sm text-quiet">
        {words.kind === "range" && words.chosen && <WordsLine text={words.text} />}
        {words.kind === "range" && !words.chosen && (
          <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
            <span>
              Nothing is selected. The word at the cursor,{" "}
              <b className="font-semibold text-ink">“{shortened(words.text, 40)}”</b>, becomes the link.
            </span>
            <Button
              look="quiet"
              onClick={() => {
                session.linkByPointing.release();
                const { from } = session.store.state.selection;
                onWords({ kind: "new", at: { from, to: from }, text: "" });
              }}
            >
              Insert something new instead
            </Button>
          </div>
        )}
        {words.kind === "new" && (
          <label className="flex items-center gap-3">
            <span className="shrink-0">Nothing is selected. Words:</span>
            <input
              aria-label="New words for the link"
              placeholder="The name of the destination, always current"
              value={words.text}
              onChange={(event) => onWords({ ...words, text: event.target.value })}
              className="h-8 min-w-0 flex-1 rounded-base border border-edge bg-raised px-2.5 text-ink"
            />
          </label>
        )}
      </div>
      <div className="border-t border-line">
        <PlaceFinder
          onPlace={choose}
          onTarget={words.kind === "reference" ? null : link}
          like={words.kind === "range" ? words : null}
          says={worded === "words" ? undefined : says}
          empty="No place has that name. Point to the target instead, or type a full address. “look for …” makes a link that searches the shelf."
        />
      </div>
      {/\{(?:number|label)\}/.test(worded) && <WithoutNumbers />}
      {words.kind !== "reference" && (
        <div className="flex flex-wrap items-center gap-x-3 gap-y-2 border-t border-line px-4 py-2.5 text-sm">
          {hasWords ? (
            <Button
              onClick={pointInstead}
              title="Scroll or jump anywhere, then click the place itself (Ctrl+Shift+K)"
            >
              <Hand size={15} aria-hidden /> Point to the target
            </Button>
          ) : (
            <span className="text-quiet">Select words to point to the target.</span>
          )}
          <AttachButton onAttached={(id, { name }) => link({ kind: "file", id }, name, false)} />
          <label
            className="flex min-w-0 flex-1 items-center justify-end gap-2"
            title="Ctrl+Enter links and goes there"
          >
            <span className="shrink-0 text-quiet">Link text</span>
            <select
              value={worded}
              onChange={({ target: { value } }) => {
                if (!isOneOf(WORDINGS, value)) return;
                setWorded(value);
                if (value !== "words") keepLastForm(value === "fit" ? null : value);
              }}
              className={fieldLook("w-56 min-w-0")}
            >
              {hasWords && <option value="words">Keep</option>}
              {!hasWords && <option value="fit">Automatic</option>}
              {REFERENCE_FORMS.map(({ value, label }) => (
                <option key={value} value={value}>
                  {label}
                </option>
              ))}
            </select>
          </label>
        </div>
      )}
    </>
  );
}

function WordsLine({ text }: { text: string }) {
  return (
    <p className="truncate">
      Words: <b className="font-semibold text-ink">“{shortened(text, 80)}”</b>
    </p>
  );
}

const LEVELS = ["heading1", "heading2", "heading3", "heading4", "heading5", "heading6"] as const;

/** Where headings are not counted a form that speaks of their numbers has none to say. */
function WithoutNumbers() {
  const session = useSession();
  const counted = useDocument((it) => it.index.headings.length === 0 || it.index.numbers.size > 0);
  if (counted) return null;
  return (
    <p role="status" className="flex flex-wrap items-center gap-2 border-t border-line px-4 py-2 text-sm">
      <span className="text-quiet">Headings have no numbers in this document.</span>
      <Button
        look="quiet"
        onClick={() => {
          for (const style of LEVELS)
            session.run(changeStyles({ style, look: { numbering: "decimal" } }), { focus: false });
        }}
      >
        Number the headings
      </Button>
    </p>
  );
}
