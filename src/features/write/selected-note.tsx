import type { Node } from "prosemirror-model";
import { NodeSelection } from "prosemirror-state";
import { useEffect, useRef } from "react";
import { Choice } from "@/components/field";
import { Sign } from "@/components/signs";
import { noteNumber } from "@/core/destinations";
import { asKind, idOf, isKind } from "@/core/document";
import { NoteEditor, setNotePlace, useSession, useSessionValue, type Session } from "@/editor";

const PLACES = [
  { value: "foot", label: "Footnote" },
  { value: "end", label: "Endnote" },
] as const;

/** A note that is chosen: its words, to be written here, and where it stands. */
export function SelectedNote({ note }: { note: Node }) {
  const session = useSession();
  const place = asKind(note, "note")!.place;
  const number = useSessionValue(numberOfChosen);
  return (
    <section aria-label="Selected note" className="border-b border-line px-4 py-3 text-sm">
      <h2 className="mb-2 flex items-baseline gap-2 font-semibold">
        <Sign kind="note" /> {place === "foot" ? "Footnote" : "Endnote"} {number}
      </h2>
      <Words key={idOf(note) ?? session.state.selection.from} note={note} />
      <p className="mb-3 text-quiet">Enter or Escape leads back to the text.</p>
      <Choice
        label="Stands as"
        value={place}
        options={PLACES}
        onChange={(value) => session.run(setNotePlace(session.state.selection.from, value), { focus: false })}
      />
    </section>
  );
}

function Words({ note }: { note: Node }) {
  const session = useSession();
  const place = useRef<HTMLDivElement>(null);
  const editor = useRef<NoteEditor | null>(null);
  const first = useRef(note);
  useEffect(() => {
    const made = new NoteEditor(
      place.current!,
      session,
      () => chosenNote(session)?.pos ?? null,
      first.current,
      () => session.leaveChosen(),
    );
    editor.current = made;
    return () => made.destroy();
  }, [session]);
  useEffect(() => editor.current?.update(note), [note]);
  return (
    <div
      ref={place}
      className="mb-1 [&>div]:min-h-20 [&>div]:w-full [&>div]:rounded-base [&>div]:border [&>div]:border-edge [&>div]:bg-raised [&>div]:px-2.5 [&>div]:py-1.5 [&>div]:font-serif [&>div]:whitespace-pre-wrap"
    />
  );
}

function chosenNote({ state: { selection } }: Session): { pos: number } | null {
  return selection instanceof NodeSelection && isKind(selection.node, "note")
    ? { pos: selection.from }
    : null;
}

function numberOfChosen(session: Session): string {
  const pos = chosenNote(session)?.pos;
  const note = session.index.notes.find((it) => it.from === pos);
  return note ? noteNumber(note.place, note.number) : "";
}
