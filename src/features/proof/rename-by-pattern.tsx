import { useState } from "react";
import { FormButtons } from "@/components/form-buttons";
import { counted } from "@/components/counted";
import { TextField } from "@/components/field";
import { Panel } from "@/components/panel";
import type { Bookmark } from "@/core/index";
import { shortened } from "@/core/document";
import { namesByPattern, renameBookmarks, useSession, useDocument } from "@/editor";

const SHOWN = 5;

/** Renames several bookmarks by one pattern, shown before it is done. */
export function RenameByPattern({
  bookmarks,
  open,
  onClose,
}: {
  bookmarks: readonly Bookmark[];
  open: boolean;
  onClose: () => void;
}) {
  return (
    <Panel title={`Rename ${counted(bookmarks.length, "bookmark")}`} open={open} onClose={onClose}>
      {open && <PatternForm bookmarks={bookmarks} onDone={onClose} />}
    </Panel>
  );
}

function PatternForm({ bookmarks, onDone }: { bookmarks: readonly Bookmark[]; onDone: () => void }) {
  const session = useSession();
  const [pattern, setPattern] = useState("{section}: {name}");
  const index = useDocument((it) => it.index);
  const { pages } = session;
  const names = namesByPattern(index, bookmarks, pattern, (pos) => pages?.labelAt(pos) ?? "");

  function rename() {
    const renamed = bookmarks.map(({ id }, i) => ({ id, name: names[i]! }));
    session.dispatch(renameBookmarks(session.store.state.tr, session.store.index, renamed));
    session.notices.say(`Renamed ${counted(renamed.length, "bookmark")}; links and anchors stay.`, {
      undo: true,
    });
    onDone();
  }

  return (
    <form
      className="flex flex-col gap-3 p-4 pt-1"
      onSubmit={(event) => {
        event.preventDefault();
        rename();
      }}
    >
      <TextField
        label="Pattern"
        autoFocus
        value={pattern}
        onChange={(event) => setPattern(event.target.value)}
        hint="{name} the name as it is, {n} a number, {section}, {page}"
      />
      <ul className="text-sm">
        {names.slice(0, SHOWN).map((name, i) => (
          <li key={bookmarks[i]!.id} className="truncate" dir="auto">
            <span className="text-quiet">{shortened(bookmarks[i]!.name, 40)} → </span>
            {shortened(name, 60) || "Bookmark"}
          </li>
        ))}
        {names.length > SHOWN && <li className="text-quiet">and {names.length - SHOWN} more</li>}
      </ul>
      <FormButtons submit="Rename" disabled={pattern.trim() === ""} onCancel={onDone} />
    </form>
  );
}
