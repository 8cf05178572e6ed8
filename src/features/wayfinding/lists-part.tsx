import { useState } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { fieldLook } from "@/components/field";
import { Sign } from "@/components/signs";
import { shortened } from "@/core/document";
import { listEntries, listOf, putList, titleOf, within, type PlannedList } from "@/core/wayfinding";
import { useSession, useSessionValue } from "@/editor";
import { useGoToText } from "@/features/frame/go-to-text";

const inEach = (level: number, what: string, options: PlannedList["options"] = {}) =>
  [
    `${what} in each section of level ${level}, at its start`,
    within(level, level + 1, { pageless: true, ...options }),
  ] as const;

/** The lists that are offered, by what they are called. */
const OFFERED: ReadonlyMap<string, PlannedList> = new Map([
  ["List of figures, at the front", listOf("figures", "front")],
  ["List of tables, at the front", listOf("tables", "front")],
  ["List of equations, at the end", listOf("equations", "end")],
  ["List of bookmarks, at the end", listOf("bookmarks", "end")],
  ["Index by the alphabet, at the end", listOf("alphabet", "end")],
  inEach(1, "List"),
  inEach(2, "List"),
  inEach(1, "Buttons", { buttons: true, plain: true }),
  inEach(1, "Cards", { cards: true, plain: true }),
]);
const NAMES = [...OFFERED.keys()];

/** All generated lists of the document, and further ones. */
export function ListsPart() {
  const session = useSession();
  const index = useSessionValue((it) => it.outline);
  const goToText = useGoToText();
  const [name, setName] = useState(NAMES[0]!);

  function add() {
    const tr = putList(session.state.tr, OFFERED.get(name)!);
    if (!tr.docChanged) return session.say("There is nothing yet that it would list.");
    session.dispatch(tr);
    session.say(`Put in: ${name}.`, { undo: true });
  }

  return (
    <section aria-labelledby="lists-part">
      <h2 id="lists-part" className="mb-1 font-semibold">
        All lists
      </h2>
      {index.contentsLists.length === 0 && <p className="mb-2 text-quiet">There are none yet.</p>}
      <ul>
        {index.contentsLists.map((list) => {
          const node = index.doc.child(list.block);
          const title = titleOf(node, index.doc);
          return (
            <li key={list.id}>
              <button
                type="button"
                className="flex w-full items-baseline gap-2 rounded-base px-2 py-1 text-left hover:bg-wash"
                title="Shows it in the text, where the tray sets what it lists"
                onClick={() => goToText(() => void session.jumps.to(list.id))}
              >
                <Sign kind="contents" />
                <span className="min-w-0 flex-1 truncate" dir="auto">
                  {shortened(title, 80)}
                </span>
                <span className="shrink-0 text-sm text-quiet">
                  {counted(listEntries(index, node).length, "line")}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      <div className="mt-2 flex gap-2">
        <select
          aria-label="List to put in"
          value={name}
          onChange={(event) => setName(event.target.value)}
          className={fieldLook("min-w-0 flex-1")}
        >
          {NAMES.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </select>
        <Button onClick={add}>Put it in</Button>
      </div>
    </section>
  );
}
