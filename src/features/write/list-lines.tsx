import { DndContext, PointerSensor, useDraggable, useDroppable, useSensor, useSensors } from "@dnd-kit/core";
import { ArrowDown, ArrowUp, GripVertical } from "lucide-react";
import type { Node } from "prosemirror-model";
import { useState } from "react";
import { Button, IconButton } from "@/components/button";
import { Choice, fieldLook } from "@/components/field";
import { OneStopList } from "@/components/one-stop-list";
import { useTyped } from "@/components/use-typed";
import { idOf, shortened, type EntryEdit } from "@/core/document";
import { entryWords, isMenu, kindOf, optionsOf, orderedEntries, type ContentsEntry } from "@/core/wayfinding";
import { addEntry, editEntry, moveEntry, removeAdded, useSession, useDocument } from "@/editor";
import { OwnPlacePicker } from "@/features/frame/place-picker";

const MAX_LINES = 60;

const SHOWN = [
  { value: "in", label: "Shown" },
  { value: "entry", label: "Left out" },
  { value: "section", label: "Left out with its sublevels" },
] as const;

/** The lines of a list, to be reworded, left out, or in a menu moved one by one; the others stay current, and so do these. */
export function ListLines({ list }: { list: Node }) {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const [open, setOpen] = useState(false);
  const [adding, setAdding] = useState(false);
  const [chosen, setChosen] = useState<{ readonly id: string; readonly isNew: boolean } | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const edits = optionsOf(list).entries ?? {};
  const change = (how: Parameters<typeof session.changeBlock>[1]) => session.changeBlock(idOf(list)!, how);
  const changed = Object.keys(edits).length;
  if (!open)
    return (
      <Button look="quiet" className="-ml-3 justify-self-start" onClick={() => setOpen(true)}>
        Edit single lines{changed > 0 ? ` (${changed} changed)` : ""}
      </Button>
    );
  const entries = orderedEntries(index, list);
  const added = new Set(optionsOf(list).added);
  const shown = entries.slice(0, MAX_LINES);
  const move = (id: string, before: string | null) =>
    change((tr, pos) => moveEntry(tr, pos, session.store.index, id, before));
  return (
    <div>
      <DndContext
        sensors={sensors}
        onDragEnd={({ active, over }) => {
          if (!over || over.id === active.id) return;
          const [dragged, onto] = [String(active.id), String(over.id)];
          const [from, to] = [dragged, onto].map((id) => entries.findIndex((one) => one.id === id));
          // Dragged down it comes behind the line it is dropped on, dragged up before it.
          move(dragged, (from! < to! ? entries[to! + 1]?.id : onto) ?? null);
        }}
      >
        <OneStopList
          aria-label="Lines of the list"
          className="max-h-72 overflow-y-auto rounded-base border border-line"
        >
          {shown.map((entry, i) => (
            <Line
              key={entry.id}
              entry={entry}
              edit={edits[entry.id] ?? {}}
              open={chosen?.id === entry.id}
              isNew={chosen?.isNew ?? false}
              onOpen={(on) => setChosen(on ? { id: entry.id, isNew: false } : null)}
              onTakeOut={
                added.has(entry.id) ? () => change((tr, pos) => removeAdded(tr, pos, entry.id)) : null
              }
              onEdit={(edit) => change((tr, pos) => editEntry(tr, pos, entry.id, edit))}
              move={
                isMenu(list)
                  ? {
                      up: i > 0 ? () => move(entry.id, entries[i - 1]!.id) : null,
                      down: i < entries.length - 1 ? () => move(entry.id, entries[i + 2]?.id ?? null) : null,
                    }
                  : null
              }
            />
          ))}
        </OneStopList>
      </DndContext>
      {entries.length > MAX_LINES && <p className="mt-1 text-quiet">and {entries.length - MAX_LINES} more</p>}
      {kindOf(list) !== "alphabet" && (
        <Button look="quiet" className="-ml-3" onClick={() => setAdding(true)}>
          Add a line
        </Button>
      )}
      <OwnPlacePicker
        title="What the new line leads to"
        open={adding}
        onClose={() => setAdding(false)}
        except={new Set([idOf(list)!, ...entries.map(({ id }) => id)])}
        onPlace={({ id }) => {
          setAdding(false);
          change((tr, pos) => addEntry(tr, pos, id));
          setChosen({ id, isNew: true });
        }}
      />
    </div>
  );
}

function Line({
  entry,
  edit: { out, words },
  open,
  isNew,
  onOpen,
  onEdit,
  onTakeOut,
  move,
}: {
  entry: ContentsEntry;
  edit: EntryEdit;
  open: boolean;
  /** Whether it has just been added: the keyboard goes to its words. */
  isNew: boolean;
  onOpen: (open: boolean) => void;
  /** Null gives the line back to its place. */
  onEdit: (edit: EntryEdit | null) => void;
  /** Null for a line that the list has by its own rule. */
  onTakeOut: (() => void) | null;
  /** Null in a list whose order is that of the text. */
  move: { up: (() => void) | null; down: (() => void) | null } | null;
}) {
  const disabled = move === null;
  const { setNodeRef: dragged, listeners, isDragging } = useDraggable({ id: entry.id, disabled });
  const { setNodeRef: droppedOn, isOver } = useDroppable({ id: entry.id, disabled });
  return (
    <li
      ref={droppedOn}
      className={`border-b border-line px-2 py-1 last:border-b-0 ${isOver ? "bg-tide-wash" : ""} ${isDragging ? "opacity-50" : ""}`}
    >
      <div className="flex items-center gap-1">
        {move && (
          <span
            ref={dragged}
            {...listeners}
            title="Drag to another place"
            className="-ml-1 shrink-0 cursor-grab touch-none p-1 text-quiet"
          >
            <GripVertical size={14} aria-hidden />
          </span>
        )}
        <button
          type="button"
          aria-expanded={open}
          className={`block min-h-6 w-full min-w-0 truncate text-left ${out ? "text-quiet line-through" : ""}`}
          style={{ paddingLeft: `${entry.depth * 0.8}rem` }}
          dir="auto"
          onClick={() => onOpen(!open)}
        >
          {shortened(words ?? entryWords(entry), 80)}
        </button>
      </div>
      {open && (
        <div className="my-1 grid gap-2">
          {move && (
            <div className="flex gap-1">
              <IconButton label="Move up" disabled={!move.up} onClick={() => move.up?.()}>
                <ArrowUp size={15} />
              </IconButton>
              <IconButton label="Move down" disabled={!move.down} onClick={() => move.down?.()}>
                <ArrowDown size={15} />
              </IconButton>
            </div>
          )}
          {onTakeOut ? (
            <Button className="justify-self-start" onClick={onTakeOut}>
              Remove this line
            </Button>
          ) : (
            <Choice
              label="In the list"
              value={out ?? "in"}
              options={SHOWN}
              onChange={(value) =>
                onEdit(value === "in" ? (words ? { words } : null) : { out: value, ...(words && { words }) })
              }
            />
          )}
          <OwnWords
            words={words ?? ""}
            autoFocus={isNew}
            placeholder={shortened(entry.text, 60)}
            onKeep={(next) => onEdit(next ? { words: next, ...(out && { out }) } : out ? { out } : null)}
          />
        </div>
      )}
    </li>
  );
}

function OwnWords({
  words,
  autoFocus,
  placeholder,
  onKeep,
}: {
  words: string;
  autoFocus: boolean;
  placeholder: string;
  onKeep: (words: string) => void;
}) {
  const { shown, type, leave } = useTyped(words, onKeep, (typed) => typed.trim());
  return (
    <input
      aria-label="Custom words for this line"
      placeholder={placeholder}
      autoFocus={autoFocus}
      value={shown}
      onChange={(event) => type(event.target.value)}
      onBlur={leave}
      onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
      className={fieldLook()}
    />
  );
}
