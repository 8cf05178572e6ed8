import {
  DndContext,
  PointerSensor,
  useDraggable,
  useSensor,
  useSensors,
  type DragMoveEvent,
} from "@dnd-kit/core";
import { clsx } from "clsx";
import { ChevronDown, ChevronRight } from "lucide-react";
import { useEffect, useMemo, useRef, useState, type KeyboardEvent, type MouseEvent } from "react";
import { knownId, shortened, type DestinationId } from "@/core/document";
import {
  duplicateSections,
  moveSections,
  outermost,
  shiftSections,
  stepSections,
  useSession,
  useDocument,
  useSessionValue,
  type DocumentStore,
} from "@/editor";
import { NoHeadings } from "./no-headings";
import { SectionBar, takeOut } from "./section-bar";
import { sectionRows, type SectionRow } from "./section-rows";

const ROW = 26;
/** Lines drawn above and below those in view. */
const AROUND = 10;

/** The rope with a line for each section: they are folded, chosen, moved, raised and lowered here, by hand and by keys. */
export function OutlineTree() {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const here = useSessionValue((it) => it.store.index.sectionAt(it.viewport.inView.from)?.id);
  const [folded, setFolded] = useState<ReadonlySet<DestinationId>>(new Set());
  const [chosen, setChosen] = useState<ReadonlySet<DestinationId>>(new Set());
  const [active, setActive] = useState<DestinationId | null>(null);
  const [anchor, setAnchor] = useState<DestinationId | null>(null);
  const [drop, setDrop] = useState<number | null>(null);
  const [view, setView] = useState({ top: 0, height: 800 });
  const box = useRef<HTMLDivElement>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));

  const rows = useMemo(() => sectionRows(index.sections, folded), [index, folded]);
  const at = rows.findIndex(({ id }) => id === active);
  const first = Math.max(0, Math.floor(view.top / ROW) - AROUND);
  const shown = rows.slice(first, first + Math.ceil(view.height / ROW) + 2 * AROUND);

  useEffect(() => {
    const observer = new ResizeObserver(([entry]) =>
      setView((before) => ({ ...before, height: entry!.contentRect.height })),
    );
    observer.observe(box.current!);
    return () => observer.disconnect();
  }, []);

  // What is gone to scrolls into view, and what is moved stays there.
  useEffect(() => {
    if (at >= 0) bringToView(box.current!, at);
  }, [at]);

  function choose(i: number, { extend = false, add = false } = {}) {
    const row = rows[i];
    if (!row) return;
    setActive(row.id);
    const from = extend ? rows.findIndex(({ id }) => id === anchor) : -1;
    if (from >= 0)
      setChosen(new Set(rows.slice(Math.min(from, i), Math.max(from, i) + 1).map(({ id }) => id)));
    else {
      setAnchor(row.id);
      const next = new Set(add ? chosen : []);
      if (add && next.has(row.id)) next.delete(row.id);
      else next.add(row.id);
      setChosen(next);
    }
  }

  function fold(row: SectionRow, close: boolean) {
    const next = new Set(folded);
    if (close) next.add(row.id);
    else next.delete(row.id);
    setFolded(next);
  }

  function key(event: KeyboardEvent) {
    const { state } = session.store;
    const row = rows[at];
    const dispatch = (tr: typeof state.tr | null) => tr && session.dispatch(tr);
    const up = event.key === "ArrowUp";
    const left = event.key === "ArrowLeft";
    const vertical = up || event.key === "ArrowDown";
    const horizontal = left || event.key === "ArrowRight";
    if (event.altKey && vertical) {
      const tr = stepSections(state.tr, session.store.index, chosen, up ? -1 : 1);
      dispatch(tr);
      session.notices.speak(
        tr
          ? `Moved ${whereNow(session.store, chosen)}`
          : up
            ? "This is already the first."
            : "This is already the last.",
      );
    } else if (event.altKey && horizontal)
      dispatch(
        shiftSections(state.tr, session.store.index, chosen, left ? -1 : 1, { withBelow: !event.shiftKey }),
      );
    else if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "d")
      dispatch(duplicateSections(state.tr, session.store.index, chosen));
    else if (event.ctrlKey || event.metaKey || event.altKey) return;
    else if (vertical)
      choose(Math.max(0, Math.min(rows.length - 1, at + (up ? -1 : 1))), { extend: event.shiftKey });
    else if (event.key === "Home" || event.key === "End")
      choose(event.key === "Home" ? 0 : rows.length - 1, { extend: event.shiftKey });
    else if (event.key === "ArrowRight" && row)
      if (folded.has(row.id)) fold(row, false);
      else if (row.holds) choose(at + 1);
      else return;
    else if (left && row)
      if (row.holds && !folded.has(row.id)) fold(row, true);
      else choose(rows.findLastIndex(({ depth }, i) => i < at && depth < row.depth));
    else if (event.key === "Enter" && row) session.jumps.to(row.id);
    else if (event.key === " " && row) choose(at, { add: true });
    else if (event.key === "Delete") takeOut(session, chosen);
    else if (event.key === "Escape") {
      setChosen(new Set());
      return;
    } else if (event.key.length === 1) {
      const begins = (it: SectionRow) =>
        it.section.heading.name.toLowerCase().startsWith(event.key.toLowerCase());
      const next = rows.findIndex((it, i) => i > at && begins(it));
      choose(next >= 0 ? next : rows.findIndex(begins));
    } else return;
    event.preventDefault();
    event.stopPropagation();
  }

  /** The line before which something dragged would land. */
  function landing({ activatorEvent, delta }: DragMoveEvent): number {
    const start = activatorEvent instanceof PointerEvent ? activatorEvent.clientY : 0;
    const element = box.current!;
    const y = start + delta.y - element.getBoundingClientRect().top + element.scrollTop;
    return Math.max(0, Math.min(rows.length, Math.round(y / ROW)));
  }

  const dragged = (id: DestinationId) => (chosen.has(id) ? chosen : new Set([id]));
  const moved = (id: DestinationId, to: number) =>
    moveSections(session.store.state.tr, session.store.index, dragged(id), rows[to]?.id ?? null);

  if (rows.length === 0) return <NoHeadings />;
  return (
    <div className="flex h-full flex-col">
      <DndContext
        sensors={sensors}
        onDragMove={(event) => {
          const to = landing(event);
          setDrop(moved(knownId(String(event.active.id)), to) ? to : null);
        }}
        onDragCancel={() => setDrop(null)}
        onDragEnd={(event) => {
          setDrop(null);
          const tr = moved(knownId(String(event.active.id)), landing(event));
          if (!tr) return;
          session.dispatch(tr);
          session.notices.speak(
            `Moved ${whereNow(session.store, dragged(knownId(String(event.active.id))))}`,
          );
        }}
      >
        <div
          ref={box}
          role="tree"
          aria-label="Sections"
          aria-multiselectable="true"
          aria-activedescendant={
            active && shown.some(({ id }) => id === active) ? `section-${active}` : undefined
          }
          tabIndex={0}
          onKeyDown={key}
          onFocus={() =>
            at < 0 &&
            choose(
              Math.max(
                0,
                rows.findIndex(({ id }) => id === here),
              ),
            )
          }
          onScroll={(event) => {
            const { scrollTop } = event.currentTarget;
            setView((before) => ({ ...before, top: scrollTop }));
          }}
          className="relative min-h-0 flex-1 overflow-x-hidden overflow-y-auto focus-visible:outline-offset-[-2px]"
        >
          <div style={{ height: rows.length * ROW }}>
            {shown.map((row, i) => (
              <Row
                key={row.id}
                row={row}
                top={(first + i) * ROW}
                chosen={chosen.has(row.id)}
                active={row.id === active}
                here={row.id === here}
                folded={folded.has(row.id)}
                onFold={() => fold(row, !folded.has(row.id))}
                onChoose={(event) =>
                  choose(first + i, { extend: event.shiftKey, add: event.ctrlKey || event.metaKey })
                }
                onGo={() => session.jumps.to(row.id)}
              />
            ))}
            {drop !== null && (
              <div
                aria-hidden="true"
                className="pointer-events-none absolute inset-x-2 h-0.5 bg-tide"
                style={{ top: drop * ROW - 1 }}
              />
            )}
          </div>
        </div>
      </DndContext>
      {outermost(index, chosen).length > 0 && <SectionBar chosen={chosen} />}
    </div>
  );
}

/** Behind which section those stand that were moved. */
function whereNow({ index }: DocumentStore, moved: ReadonlySet<DestinationId>): string {
  const at = index.headings.findIndex(({ id }) => moved.has(id));
  const before = index.headings[at - 1];
  return before ? `behind ${shortened(before.name, 40) || "a section without words"}` : "to the beginning";
}

function bringToView(box: HTMLElement, i: number): void {
  if (i * ROW < box.scrollTop) box.scrollTop = i * ROW;
  else if ((i + 1) * ROW > box.scrollTop + box.clientHeight) box.scrollTop = (i + 1) * ROW - box.clientHeight;
}

function Row({
  row,
  top,
  chosen,
  active,
  here,
  folded,
  onFold,
  onChoose,
  onGo,
}: {
  row: SectionRow;
  top: number;
  chosen: boolean;
  active: boolean;
  here: boolean;
  folded: boolean;
  onFold: () => void;
  onChoose: (event: MouseEvent) => void;
  onGo: () => void;
}) {
  const { id, depth, holds, section } = row;
  const { setNodeRef, listeners, isDragging } = useDraggable({ id });
  const { name, level } = section.heading;
  const Fold = folded ? ChevronRight : ChevronDown;
  return (
    <div
      ref={setNodeRef}
      id={`section-${id}`}
      role="treeitem"
      aria-level={depth + 1}
      aria-posinset={row.place}
      aria-setsize={row.of}
      aria-current={here ? "location" : undefined}
      aria-selected={chosen}
      aria-expanded={holds ? !folded : undefined}
      aria-label={`${name || "Untitled"}, level ${level}`}
      {...listeners}
      onClick={onChoose}
      onDoubleClick={onGo}
      title={name}
      className={clsx(
        "absolute flex w-full cursor-default items-center pr-2 text-sm select-none",
        chosen ? "bg-tide-wash" : "hover:bg-wash",
        active && "outline-1 -outline-offset-1 outline-tide",
        isDragging && "opacity-50",
        here && "text-tide",
        level === 1 && "font-semibold",
      )}
      style={{ top, height: ROW, paddingLeft: 6 + Math.min(depth, 5) * 12 }}
    >
      <button
        type="button"
        tabIndex={-1}
        aria-hidden="true"
        onClick={(event) => {
          event.stopPropagation();
          if (holds) onFold();
        }}
        className={clsx("mr-1 flex size-6 shrink-0 items-center justify-center", !holds && "invisible")}
      >
        <Fold size={14} />
      </button>
      <span className="truncate" dir="auto">
        {name || "Untitled"}
      </span>
    </div>
  );
}
