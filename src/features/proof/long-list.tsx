import { useMemo, useState, type ReactNode } from "react";
import { counted } from "@/components/counted";
import { DataTable, type Column } from "@/components/data-table";
import { fieldLook } from "@/components/field";

/** A part of a list: which rows it has, and what is said where there are none. */
export interface Part<Row> {
  readonly label: string;
  readonly has: (row: Row) => boolean;
  readonly empty?: string;
}

/** A list of any length that is narrowed by words and by parts, with what can be done with the rows that are chosen. */
export function LongList<Row>({
  of,
  rows,
  columns,
  keyOf,
  parts,
  empty,
  onOpen,
  children,
}: {
  /** What is listed, one of them: “link”. */
  of: string;
  rows: readonly Row[];
  columns: readonly Column<Row>[];
  keyOf: (row: Row) => string;
  /** The first is that of all. */
  parts: readonly Part<Row>[];
  /** What is said where nothing is to be listed at all. */
  empty: string;
  onOpen: (row: Row) => void;
  /** What can be done with the chosen rows, or with those of the part; `done` ends the choice. */
  children: (chosen: readonly Row[], shown: readonly Row[], done: () => void) => ReactNode;
}) {
  const [filter, setFilter] = useState("");
  const [part, setPart] = useState(0);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const { has, empty: nothing } = parts[part]!;
  const shown = useMemo(() => rows.filter(has), [rows, has]);
  const some = shown.filter((row) => chosen.has(keyOf(row)));
  return (
    <>
      <div className="my-3 flex flex-wrap items-center gap-2">
        <input
          type="search"
          aria-label={`Narrow the list of ${of}s`}
          placeholder="Narrow the list"
          value={filter}
          onChange={(event) => setFilter(event.target.value)}
          className={fieldLook("w-56")}
        />
        <select
          aria-label="Which are listed"
          value={part}
          onChange={(event) => setPart(Number(event.target.value))}
          className={fieldLook("w-auto")}
        >
          {parts.map(({ label }, i) => (
            <option key={label} value={i}>
              {label}
            </option>
          ))}
        </select>
        <span className="flex-1" />
        <span role="status" className="text-sm text-quiet">
          {some.length > 0 ? `${counted(some.length, of)} chosen` : counted(shown.length, of)}
        </span>
        {children(some, shown, () => setChosen(new Set()))}
      </div>
      <DataTable
        label={`${of.charAt(0).toUpperCase()}${of.slice(1)}s`}
        rows={shown}
        columns={columns}
        keyOf={keyOf}
        filter={filter}
        chosen={chosen}
        onChoose={setChosen}
        onOpen={onOpen}
        empty={rows.length === 0 ? empty : (nothing ?? `None of the ${of}s is like that.`)}
      />
    </>
  );
}
