import { Hand } from "lucide-react";
import { useEffect, useState } from "react";
import { Button } from "@/components/button";
import { Finder, type FinderEntry } from "@/components/finder";
import { Panel } from "@/components/panel";
import { shortened, targetFromAddress, type LinkTarget } from "@/core/document";
import { insertLink, linkAt, linkRange, targetOf, useSession, useSessionValue, wordAt } from "@/editor";
import { placeEntries } from "@/features/frame/place-entries";

/** The words a link is made of: those chosen before, or new ones to be put in. */
type Words =
  { kind: "range"; from: number; to: number; text: string; chosen: boolean } | { kind: "new"; text: string };

/** The box in which the author says where the chosen words shall lead. The words stay visibly chosen meanwhile. */
export function LinkPicker() {
  const session = useSession();
  const [words, setWords] = useState<Words | null>(null);

  useEffect(
    () =>
      session.offer("link", () => {
        const { state, index } = session;
        const { from, to, empty } = state.selection;
        if (session.carrying.held?.purpose === "carry") session.carrying.release();
        const link = empty ? linkAt(index, from) : null;
        const range = link ?? (empty ? null : { from, to });
        if (range) {
          setWords({
            kind: "range",
            ...range,
            text: state.doc.textBetween(range.from, range.to, " "),
            chosen: true,
          });
          session.carrying.hold("choose", { from: range.from, to: range.to });
          return;
        }
        const word = wordAt(state, from);
        setWords(word ? { kind: "range", ...word, chosen: false } : { kind: "new", text: "" });
        if (word) session.carrying.hold("choose", word);
      }),
    [session],
  );

  function close() {
    setWords(null);
    if (session.carrying.held?.purpose === "choose") session.carrying.release();
  }

  return (
    <Panel
      title="Where the words shall lead"
      open={words !== null}
      onClose={close}
      onReturn={() => session.focus()}
    >
      {words && <Picker words={words} onWords={setWords} onClose={close} />}
    </Panel>
  );
}

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
  const index = useSessionValue((it) => it.outline);
  const [typed, setTyped] = useState("");
  const ready = words.kind === "range" || words.text.trim() !== "";

  function link(target: LinkTarget) {
    if (!ready) return;
    const { state } = session;
    session.dispatch(
      words.kind === "range"
        ? linkRange(state.tr, words.from, words.to, target)
        : insertLink(state.tr, state.selection.from, words.text.trim(), target),
    );
    onClose();
  }

  function carry() {
    let range = words.kind === "range" ? { from: words.from, to: words.to } : null;
    if (words.kind === "new") {
      const { from } = session.state.selection;
      session.dispatch(session.state.tr.insertText(words.text.trim(), from));
      range = { from, to: from + words.text.trim().length };
    }
    session.carrying.hold("carry", range!);
    onClose();
  }

  const outside = outsideEntry(typed, link);
  const entries = [
    ...(outside ? [outside] : []),
    ...placeEntries(index, typed, (found) => found.kind === "destination" && link(targetOf(found.place)), {
      linkable: true,
    }),
  ];
  return (
    <>
      <div className="px-4 pt-1 pb-3 text-sm text-quiet">
        {words.kind === "range" && words.chosen && <WordsLine text={words.text} />}
        {words.kind === "range" && !words.chosen && (
          <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
            <span>
              Nothing was chosen. The word at the caret,{" "}
              <b className="font-semibold text-ink">“{shortened(words.text, 40)}”</b>, becomes the link.
            </span>
            <Button
              look="quiet"
              onClick={() => {
                session.carrying.release();
                onWords({ kind: "new", text: "" });
              }}
            >
              Insert new words instead
            </Button>
          </div>
        )}
        {words.kind === "new" && (
          <label className="flex items-center gap-3">
            <span className="shrink-0">Nothing was chosen. New words:</span>
            <input
              aria-label="New words for the link"
              value={words.text}
              onChange={(event) => onWords({ kind: "new", text: event.target.value })}
              className="h-8 min-w-0 flex-1 rounded-base border border-edge bg-raised px-2.5 text-ink"
            />
          </label>
        )}
      </div>
      <div className="border-t border-line">
        <Finder
          label="Where to"
          placeholder="A heading, a bookmark, a web or mail address"
          value={typed}
          onType={setTyped}
          entries={ready ? entries : []}
          empty={
            ready
              ? "No place is called that. Carry the link to the place instead, or type a whole address."
              : "First write the words that are to be the link."
          }
        />
      </div>
      <div className="flex items-center gap-3 border-t border-line px-4 py-2.5 text-sm">
        <Button onClick={carry} disabled={!ready}>
          <Hand size={15} aria-hidden /> Carry to the place
        </Button>
        <span className="text-quiet">Scroll or jump anywhere, then click the place itself.</span>
      </div>
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

/** What was typed as a web or mail address, if it can be read as one. */
function outsideEntry(typed: string, choose: (target: LinkTarget) => void): FinderEntry | null {
  const text = typed.trim();
  const target = /^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(text)
    ? targetFromAddress(`mailto:${text}`)
    : /^(https?:\/\/|mailto:|tel:)\S+$/i.test(text)
      ? targetFromAddress(text)
      : /^(www\.\S+|[\w-]+(\.[\w-]+)*\.[a-z]{2,}(\/\S*)?)$/i.test(text)
        ? targetFromAddress(`https://${text}`)
        : null;
  if (!target) return null;
  const to = target.kind === "mail" ? target.address : target.kind === "web" ? target.url : "";
  return {
    key: "outside",
    content: (
      <>
        <span className="min-w-0 flex-1 truncate">{to}</span>
        <span className="shrink-0 text-sm text-quiet">
          {target.kind === "mail" ? "mail address" : "web address"}
        </span>
      </>
    ),
    choose: () => choose(target),
  };
}
