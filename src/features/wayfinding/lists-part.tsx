import { useState } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { fieldLook } from "@/components/field";
import { Sign } from "@/components/signs";
import { shortened, type ListKind } from "@/core/document";
import { kindOf, LIST_TITLES, listEntries } from "@/core/wayfinding";
import { generatedList, useSession, useSessionValue } from "@/editor";
import { useGoToText } from "@/features/frame/go-to-text";

const OFFERED: readonly { of: ListKind; label: string }[] = [
  { of: "figures", label: "List of figures, at the front" },
  { of: "tables", label: "List of tables, at the front" },
  { of: "equations", label: "List of equations, at the end" },
  { of: "bookmarks", label: "List of bookmarks, at the end" },
  { of: "alphabet", label: "Index by the alphabet, at the end" },
];
const AT_FRONT = new Set<ListKind>(["figures", "tables"]);

/** All generated lists of the document, and further ones. */
export function ListsPart() {
  const session = useSession();
  const index = useSessionValue((it) => it.outline);
  const goToText = useGoToText();
  const [of, setOf] = useState<ListKind>("figures");

  function add() {
    const { doc, tr } = session.state;
    const contents = session.index.contentsLists.findLast(({ block }) => block < 12);
    const pos = AT_FRONT.has(of) ? (contents?.end ?? 0) : doc.content.size;
    session.dispatch(tr.insert(pos, generatedList(of)));
    session.say(`Put the list “${LIST_TITLES[of]}” in.`, { undo: true });
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
          const title = (node.attrs.heading as string) || LIST_TITLES[kindOf(node)];
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
          value={of}
          onChange={(event) => setOf(event.target.value as ListKind)}
          className={fieldLook("min-w-0 flex-1")}
        >
          {OFFERED.map((one) => (
            <option key={one.of} value={one.of}>
              {one.label}
            </option>
          ))}
        </select>
        <Button onClick={add}>Put it in</Button>
      </div>
    </section>
  );
}
