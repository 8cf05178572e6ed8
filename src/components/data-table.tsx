import {
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  useReactTable,
  type ColumnDef,
  type SortingState,
} from "@tanstack/react-table";
import { useVirtualizer } from "@tanstack/react-virtual";
import { clsx } from "clsx";
import { Check, ChevronDown, ChevronUp } from "lucide-react";
import { useId, useMemo, useRef, useState, type ReactNode } from "react";
import { NO_ROOM_FOR_COLUMNS, useNarrow } from "./use-narrow";

/** Rows that are chosen for something to be done with all of them. */
export interface RowChoice {
  readonly chosen: ReadonlySet<string>;
  readonly onChoose: (chosen: ReadonlySet<string>) => void;
}

/** A column of a table: what its cells say, and by what they are sorted and filtered. */
export interface Column<Row> {
  readonly id: string;
  readonly header: string;
  /** Sorted and filtered by. */
  readonly value: (row: Row) => string | number;
  readonly cell?: (row: Row) => ReactNode;
  /** As in `grid-template-columns`. */
  readonly width: string;
  readonly numeric?: boolean;
  /** Left out where the window is narrow; what it says is found in the text. */
  readonly wide?: boolean;
}

const ROW_HEIGHT = 34;
/** The row of the heads, which stays in view. */
const HEAD_HEIGHT = 29;
/** Rows drawn above and below those in view. */
const BESIDE = 8;

/**
 * A table of any length that draws only the rows in view; sorted by its heads, filtered by words. One row is the active
 * one: arrow keys, Home, End and Page keys move it, Enter opens it, Space takes it into the choice or out of it where rows are chosen.
 */
export function DataTable<Row>({
  label,
  rows,
  columns: all,
  keyOf,
  filter,
  onOpen,
  choice,
  empty,
}: {
  label: string;
  rows: readonly Row[];
  columns: readonly Column<Row>[];
  keyOf: (row: Row) => string;
  /** Words that a row has to hold. */
  filter: string;
  onOpen: (row: Row) => void;
  /** Null where rows are only looked at and opened. */
  choice: RowChoice | null;
  empty: string;
}) {
  const narrow = useNarrow(NO_ROOM_FOR_COLUMNS);
  const columns = useMemo(() => (narrow ? all.filter(({ wide }) => !wide) : all), [narrow, all]);
  const id = useId();
  const [sorting, setSorting] = useState<SortingState>([]);
  const [activeAt, setActive] = useState(0);
  const scroller = useRef<HTMLDivElement>(null);
  const data = useMemo(() => [...rows], [rows]);
  const defs = useMemo(
    () => columns.map(({ id, header, value }): ColumnDef<Row> => ({ id, header, accessorFn: value })),
    [columns],
  );
  // Hands out functions that must not be kept; nothing here keeps them.
  // eslint-disable-next-line react-hooks/incompatible-library
  const table = useReactTable({
    data,
    columns: defs,
    state: { sorting, globalFilter: filter },
    onSortingChange: setSorting,
    getRowId: keyOf,
    globalFilterFn: "includesString",
    getColumnCanGlobalFilter: () => true,
    getCoreRowModel: getCoreRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
  const shown = table.getRowModel().rows;
  const active = Math.min(activeAt, shown.length - 1);
  const window = useVirtualizer({
    count: shown.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    scrollMargin: HEAD_HEIGHT,
    scrollPaddingStart: HEAD_HEIGHT,
    overscan: BESIDE,
  });
  const drawn = window.getVirtualItems();
  const widths = columns.map(({ width }) => width).join(" ");
  const grid = { gridTemplateColumns: choice ? `1.75rem ${widths}` : widths };
  const chosen = choice?.chosen ?? NONE;
  const allChosen = shown.length > 0 && shown.every(({ id: key }) => chosen.has(key));

  function toggle(key: string) {
    const next = new Set(chosen);
    if (!next.delete(key)) next.add(key);
    choice?.onChoose(next);
  }

  function toggleAll() {
    choice?.onChoose(allChosen ? new Set() : new Set(shown.map(({ id: key }) => key)));
  }

  function key(event: React.KeyboardEvent) {
    const page = Math.max(1, Math.floor((scroller.current?.clientHeight ?? ROW_HEIGHT) / ROW_HEIGHT) - 1);
    const moves: Record<string, number> = {
      ArrowDown: active + 1,
      ArrowUp: active - 1,
      PageDown: active + page,
      PageUp: active - page,
      Home: 0,
      End: shown.length - 1,
    };
    const row = shown[active];
    if (event.key in moves) {
      const next = Math.max(0, Math.min(shown.length - 1, moves[event.key]!));
      setActive(next);
      window.scrollToIndex(next);
    } else if (event.key === "Enter" && row) onOpen(row.original);
    else if (event.key === " " && row && choice) toggle(row.id);
    else if (event.key === "a" && choice && (event.ctrlKey || event.metaKey)) toggleAll();
    else return;
    event.preventDefault();
  }

  return (
    <div
      ref={scroller}
      role="grid"
      aria-label={label}
      aria-rowcount={shown.length + 1}
      aria-multiselectable={choice !== null}
      aria-activedescendant={drawn.some(({ index }) => index === active) ? `${id}-${active}` : undefined}
      tabIndex={0}
      onKeyDown={key}
      className="min-h-0 flex-1 overflow-y-auto text-sm focus-visible:outline-offset-2"
    >
      <div
        role="row"
        aria-rowindex={1}
        className="sticky top-0 z-10 grid h-[29px] gap-3 border-b border-edge bg-ground px-1 pb-1"
        style={grid}
      >
        {choice && (
          <span role="columnheader">
            <button
              type="button"
              tabIndex={-1}
              onClick={toggleAll}
              aria-label={allChosen ? "Clear selection" : "Select all listed"}
              title={allChosen ? "Clear selection" : "Select all listed"}
              className="grid size-6 place-items-center"
            >
              <Box on={allChosen} />
            </button>
          </span>
        )}
        {table.getFlatHeaders().map((header, i) => {
          const sorted = header.column.getIsSorted();
          const { numeric, header: words } = columns[i]!;
          return (
            <span
              key={header.id}
              role="columnheader"
              aria-sort={sorted === "asc" ? "ascending" : sorted === "desc" ? "descending" : "none"}
              className={clsx("min-w-0", numeric && "text-right")}
            >
              <button
                type="button"
                onClick={header.column.getToggleSortingHandler()}
                className="inline-flex min-h-6 items-center gap-1 text-quiet hover:text-ink"
              >
                {words}
                {sorted === "asc" && <ChevronUp size={13} aria-hidden />}
                {sorted === "desc" && <ChevronDown size={13} aria-hidden />}
              </button>
            </span>
          );
        })}
      </div>
      <div role="rowgroup">
        {shown.length === 0 && (
          <div role="row" className="px-1 py-4 text-quiet">
            <span role="gridcell">{empty}</span>
          </div>
        )}
        <div role="presentation" className="relative" style={{ height: window.getTotalSize() }}>
          {drawn.map(({ index, start }) => {
            const row = shown[index]!;
            return (
              <div
                key={row.id}
                id={`${id}-${index}`}
                role="row"
                aria-rowindex={index + 2}
                aria-selected={choice ? chosen.has(row.id) : index === active}
                onClick={() => {
                  setActive(index);
                  onOpen(row.original);
                }}
                className={clsx(
                  "absolute inset-x-0 grid cursor-pointer items-center gap-3 border-b border-line px-1",
                  index === active ? "bg-tide-wash" : "hover:bg-wash",
                )}
                style={{ ...grid, height: ROW_HEIGHT, transform: `translateY(${start - HEAD_HEIGHT}px)` }}
              >
                {choice && (
                  <span
                    role="gridcell"
                    className="grid size-6 place-items-center"
                    onClick={(event) => {
                      event.stopPropagation();
                      setActive(index);
                      toggle(row.id);
                    }}
                  >
                    <Box on={chosen.has(row.id)} />
                  </span>
                )}
                {columns.map(({ id: column, value, cell, numeric }) => (
                  <span
                    key={column}
                    role="gridcell"
                    dir="auto"
                    className={clsx("min-w-0 truncate", numeric && "text-right tabular-nums")}
                  >
                    {cell ? cell(row.original) : value(row.original)}
                  </span>
                ))}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}

const NONE: ReadonlySet<string> = new Set();

function Box({ on }: { on: boolean }) {
  return (
    <span
      aria-hidden="true"
      className={clsx(
        "grid size-4 place-items-center rounded-[4px] border",
        on ? "border-tide bg-tide text-on-tide" : "border-edge bg-raised",
      )}
    >
      {on && <Check size={12} strokeWidth={3} />}
    </span>
  );
}
