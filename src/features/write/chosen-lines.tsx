import { X } from "lucide-react";
import type { Node } from "prosemirror-model";
import { useEffect, useRef, useState } from "react";
import { IconButton } from "@/components/button";
import { fieldLook } from "@/components/field";
import { OneStopList } from "@/components/one-stop-list";
import { useTyped } from "@/components/use-typed";
import { idOf, shortened } from "@/core/document";
import { optionsOf, orderedEntries } from "@/core/wayfinding";
import { chooseEntry, editEntry, removeAdded, useSession, useDocument } from "@/editor";

/** How many sections are offered at a time; what is typed finds the others. */
const MAX_LINES = 60;
/** From so many sections on they can be looked for. */
const MANY = 12;

/** The sections of a document, to be chosen for a menu in the order wanted; the words of what was chosen last stand there to be typed over. */
export function ChosenLines({ list }: { list: Node }) {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const [sought, setSought] = useState("");
  const [latest, setLatest] = useState<string | null>(null);
  /** What was left out just now: the keyboard stays with it. */
  const [left, setLeft] = useState<string | null>(null);
  const change = (how: Parameters<typeof session.changeBlock>[1]) => session.changeBlock(idOf(list)!, how);
  const chosen = orderedEntries(index, list);
  const edits = optionsOf(list).entries ?? {};
  const numbers = new Map(chosen.map(({ id }, i) => [id, i + 1]));
  const wanted = sought.trim().toLowerCase();
  const found = index.headings.filter(({ name }) => name.toLowerCase().includes(wanted));
  const others = chosen.filter(({ id }) => index.destination(id)?.kind !== "heading");
  const rows = [
    ...others.map(({ id, text }) => ({ id, name: text, level: 1 })),
    ...found.slice(0, MAX_LINES),
  ];
  return (
    <fieldset className="min-w-0">
      <legend className="mb-1 font-medium">Its buttons, in the order in which you choose them</legend>
      {index.headings.length > MANY && (
        <input
          type="search"
          aria-label="Find a section"
          placeholder="Find a section"
          value={sought}
          onChange={(event) => setSought(event.target.value)}
          className={fieldLook("mb-1 w-full")}
        />
      )}
      <OneStopList
        aria-label="Sections to choose"
        className="max-h-80 overflow-y-auto rounded-base border border-line bg-raised p-1"
      >
        {rows.map(({ id, name, level }) => {
          const number = numbers.get(id);
          return (
            <li
              key={id}
              className="flex min-h-8 items-center gap-2"
              style={{ paddingLeft: `${(level - 1) * 0.8}rem` }}
            >
              {number === undefined ? (
                <button
                  type="button"
                  dir="auto"
                  autoFocus={id === left}
                  className="min-h-7 w-full truncate rounded-base px-2 text-left hover:bg-wash"
                  onClick={() => {
                    setLatest(id);
                    change((tr, pos) => chooseEntry(tr, pos, session.store.index, id));
                  }}
                >
                  {shortened(name, 90) || "Untitled"}
                </button>
              ) : (
                <>
                  <span className="w-5 shrink-0 text-right text-tide tabular-nums">{number}</span>
                  <ButtonWords
                    called={shortened(name, 90) || "Untitled"}
                    words={edits[id]?.words ?? ""}
                    latest={id === latest}
                    onKeep={(words) => change((tr, pos) => editEntry(tr, pos, id, words ? { words } : null))}
                  />
                  <IconButton
                    label={`Leave out ${shortened(name, 40) || "Untitled"}`}
                    className="size-7!"
                    onClick={() => {
                      setLeft(id);
                      change((tr, pos) => removeAdded(tr, pos, id));
                    }}
                  >
                    <X size={14} />
                  </IconButton>
                </>
              )}
            </li>
          );
        })}
      </OneStopList>
      {found.length > MAX_LINES && <p className="mt-1 text-quiet">and {found.length - MAX_LINES} more</p>}
    </fieldset>
  );
}

/** The words of one button: those of its section, until others are typed over them. */
function ButtonWords({
  called,
  words,
  latest,
  onKeep,
}: {
  called: string;
  words: string;
  /** Whether it was chosen just now: what is typed next are its words. */
  latest: boolean;
  onKeep: (words: string) => void;
}) {
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (latest) field.current?.select();
  }, [latest]);
  const { shown, type, leave } = useTyped(words || called, onKeep, (typed) =>
    typed.trim() === called ? "" : typed.trim(),
  );
  return (
    <input
      ref={field}
      aria-label={`Words of the button to ${called}`}
      dir="auto"
      value={shown}
      onChange={(event) => type(event.target.value)}
      onBlur={leave}
      onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
      className={fieldLook("min-w-0 flex-1")}
    />
  );
}
