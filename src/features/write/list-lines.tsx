import type { Node } from "prosemirror-model";
import { useState } from "react";
import { Button } from "@/components/button";
import { Choice, fieldLook } from "@/components/field";
import { shortened, type EntryEdit } from "@/core/document";
import { allEntries, entryWords, optionsOf } from "@/core/wayfinding";
import { editEntry, useSession, useSessionValue } from "@/editor";

const MOST = 60;

const SHOWN = [
  { value: "in", label: "Shown" },
  { value: "entry", label: "Left out" },
  { value: "section", label: "Left out, with those below" },
] as const;

/** The lines of a list, to be reworded or left out one by one; the others stay current, and so do these. */
export function ListLines({ list, pos }: { list: Node; pos: number }) {
  const session = useSession();
  const index = useSessionValue((it) => it.outline);
  const [open, setOpen] = useState(false);
  const [chosen, setChosen] = useState<string | null>(null);
  const edits = optionsOf(list).entries ?? {};
  const changed = Object.keys(edits).length;
  if (!open)
    return (
      <Button look="quiet" className="-ml-3 justify-self-start" onClick={() => setOpen(true)}>
        Change single lines{changed > 0 ? ` (${changed} changed)` : ""}
      </Button>
    );
  const entries = allEntries(index, list);
  const set = (id: string, edit: EntryEdit | null) =>
    session.dispatch(editEntry(session.state.tr, pos, id, edit));
  return (
    <div>
      <ul aria-label="Lines of the list" className="max-h-72 overflow-y-auto rounded-base border border-line">
        {entries.slice(0, MOST).map((entry) => {
          const { out, words } = edits[entry.id] ?? {};
          return (
            <li key={entry.id} className="border-b border-line px-2 py-1 last:border-b-0">
              <button
                type="button"
                aria-expanded={chosen === entry.id}
                className={`block w-full truncate text-left ${out ? "text-quiet line-through" : ""}`}
                style={{ paddingLeft: `${entry.depth * 0.8}rem` }}
                dir="auto"
                onClick={() => setChosen(chosen === entry.id ? null : entry.id)}
              >
                {shortened(words ?? entryWords(entry), 80)}
              </button>
              {chosen === entry.id && (
                <div className="my-1 grid gap-2">
                  <Choice
                    label="In the list"
                    value={out ?? "in"}
                    options={SHOWN}
                    onChange={(value) =>
                      set(
                        entry.id,
                        value === "in" ? (words ? { words } : null) : { out: value, ...(words && { words }) },
                      )
                    }
                  />
                  <input
                    key={words ?? ""}
                    aria-label="Own words for this line"
                    placeholder={shortened(entry.text, 60)}
                    defaultValue={words ?? ""}
                    onBlur={(event) => {
                      const next = event.target.value.trim();
                      if (next !== (words ?? ""))
                        set(entry.id, next ? { words: next, ...(out && { out }) } : out ? { out } : null);
                    }}
                    onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
                    className={fieldLook()}
                  />
                </div>
              )}
            </li>
          );
        })}
      </ul>
      {entries.length > MOST && <p className="mt-1 text-quiet">and {entries.length - MOST} more</p>}
    </div>
  );
}
