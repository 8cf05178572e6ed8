import { Link, Link2Off, List, ListOrdered } from "lucide-react";
import type { Node } from "prosemirror-model";
import { NodeSelection } from "prosemirror-state";
import { useEffect, useRef, useState } from "react";
import { IconButton } from "@/components/button";
import { Choice } from "@/components/field";
import { KindIcon } from "@/components/kind-icons";
import { noteNumber } from "@/core/index";
import { asKind, idOf, isKind } from "@/core/document";
import {
  NoteEditor,
  setNotePlace,
  toggleList,
  useDocument,
  useSession,
  useSessionValue,
  type NoteCaret,
  type Session,
  type DocumentStore,
} from "@/editor";
import { PlacePicker } from "@/features/frame/place-picker";
import { keepSelection } from "./toolbar-buttons";

const PLACES = [
  { value: "foot", label: "Footnote" },
  { value: "end", label: "Endnote" },
] as const;

/** A note that is chosen: its words, to be written here, and where it stands. */
export function SelectedNote({ note }: { note: Node }) {
  const session = useSession();
  const place = asKind(note, "note")!.place;
  const number = useSessionValue(numberOfChosen);
  const at = useDocument((it) => it.state.selection.from);
  return (
    <section aria-label="Selected note" className="border-b border-line px-4 py-3 text-sm">
      <h2 className="mb-2 flex items-baseline gap-2 font-semibold">
        <KindIcon kind="note" /> {place === "foot" ? "Footnote" : "Endnote"} {number}
      </h2>
      <Words key={idOf(note) ?? at} note={note} />
      <p className="mb-3 text-quiet">
        Enter begins a paragraph. Escape or Ctrl+Enter leads back to the text.
      </p>
      <Choice
        label="Kind"
        value={place}
        options={PLACES}
        onChange={(value) =>
          session.run(setNotePlace(session.store.state.selection.from, value), { focus: false })
        }
      />
    </section>
  );
}

const NOWHERE: NoteCaret = { list: null, words: false, linked: false };

function Words({ note }: { note: Node }) {
  const session = useSession();
  const place = useRef<HTMLDivElement>(null);
  const editor = useRef<NoteEditor | null>(null);
  const first = useRef(note);
  const [caret, setCaret] = useState(NOWHERE);
  const [linking, setLinking] = useState(false);
  useEffect(() => {
    const made = new NoteEditor(
      place.current!,
      session,
      () => chosenNote(session.store)?.pos ?? null,
      first.current,
      {
        leave: () => session.leaveChosen(),
        link: () => setLinking(editor.current!.caret.words),
        moved: () => setCaret(editor.current!.caret),
      },
    );
    editor.current = made;
    return () => made.destroy();
  }, [session]);
  useEffect(() => editor.current?.update(note), [note]);
  const stopLinking = () => {
    setLinking(false);
    editor.current?.focus();
  };
  const list = (kind: "bullet_list" | "ordered_list") => editor.current?.run(toggleList(kind));
  return (
    <>
      <div role="group" aria-label="Paragraphs of the note" className="mb-1 flex gap-1">
        <IconButton
          label="Bullet list"
          pressed={caret.list === "bullet_list"}
          onMouseDown={keepSelection}
          onClick={() => list("bullet_list")}
        >
          <List size={17} />
        </IconButton>
        <IconButton
          label="Numbered list"
          pressed={caret.list === "ordered_list"}
          onMouseDown={keepSelection}
          onClick={() => list("ordered_list")}
        >
          <ListOrdered size={17} />
        </IconButton>
        <IconButton
          label="Link (Ctrl+K)"
          disabled={!caret.words}
          onMouseDown={keepSelection}
          onClick={() => setLinking(true)}
        >
          <Link size={17} />
        </IconButton>
        {caret.linked && (
          <IconButton
            label="Remove the link"
            onMouseDown={keepSelection}
            onClick={() => editor.current?.link(null)}
          >
            <Link2Off size={17} />
          </IconButton>
        )}
      </div>
      <div ref={place} className="note-words" />
      <PlacePicker
        title="Where the words of the note should lead"
        open={linking}
        onClose={stopLinking}
        onChoose={(target) => {
          editor.current?.link(target);
          stopLinking();
        }}
      />
    </>
  );
}

function chosenNote({ state: { selection } }: DocumentStore): { pos: number } | null {
  return selection instanceof NodeSelection && isKind(selection.node, "note")
    ? { pos: selection.from }
    : null;
}

function numberOfChosen(session: Session): string {
  const pos = chosenNote(session.store)?.pos;
  const note = session.store.index.notes.find((it) => it.from === pos);
  return note ? noteNumber(note.place, note.number) : "";
}
