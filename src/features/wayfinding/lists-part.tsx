import { useState } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { fieldLook } from "@/components/field";
import { KindIcon } from "@/components/kind-icons";
import { shortened } from "@/core/document";
import { listEntries, listOf, putList, titleOf, within, type PlannedList } from "@/core/wayfinding";
import { useSession, useDocument } from "@/editor";
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
  ["Alphabetical index, at the end", listOf("alphabet", "end")],
  inEach(1, "List"),
  inEach(2, "List"),
  inEach(1, "Buttons", { buttons: true, plain: true }),
  inEach(1, "Cards", { cards: true, plain: true }),
]);
const NAMES = [...OFFERED.keys()];

/** All generated lists of the document, and further ones. */
export function ListsPart() {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const goToText = useGoToText();
  const [name, setName] = useState(NAMES[0]!);

  function add() {
    const tr = putList(session.store.state.tr, OFFERED.get(name)!);
    if (!tr.docChanged) return session.notices.say("There is nothing to list yet.");
    session.dispatch(tr);
    session.notices.say(`Added: ${name}.`, { undo: true });
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
                <KindIcon kind="contents" />
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
          aria-label="List to add"
          value={name}
          onChange={(event) => setName(event.target.value)}
          className={fieldLook("min-w-0 flex-1")}
        >
          {NAMES.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </select>
        <Button onClick={add}>Add list</Button>
      </div>
    </section>
  );
}
