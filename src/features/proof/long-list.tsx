import { useMemo, useState, type ReactNode } from "react";
import { counted } from "@/components/counted";
import { DataTable, type Column } from "@/components/data-table";
import { fieldLook } from "@/components/field";
import type { DocumentIndex } from "@/core/index";
import type { KnownLibrary } from "@/core/links";
import type { PageMap } from "@/core/layout/page-map";
import { useSession, useDocument, useSessionValue, type Session } from "@/editor";
import { useGoToText } from "@/features/frame/go-to-text";

/** A part of a list: which rows it has, and what is said where there are none. */
export interface Part<Row> {
  readonly label: string;
  readonly has: (row: Row) => boolean;
  readonly empty?: string;
}

/** A list of any length that is narrowed by words and by parts, with what can be done with the rows that are chosen. */
export function LongList<Row>({
  of,
  rowsOf,
  columns,
  keyOf,
  parts,
  empty,
  goTo,
  children,
}: {
  /** What is listed, one of them: “link”. */
  of: string;
  rowsOf: (index: DocumentIndex, pages: PageMap | null, library: KnownLibrary) => readonly Row[];
  columns: readonly Column<Row>[];
  keyOf: (row: Row) => string;
  /** The first is that of all. */
  parts: readonly Part<Row>[];
  /** What is said of an empty list. */
  empty: string;
  /** Goes to a row's place in the text. */
  goTo: (jumps: Session["jumps"], row: Row) => void;
  /** What can be done with the chosen rows, or with those of the part; `done` ends the choice. */
  children: (chosen: readonly Row[], shown: readonly Row[], done: () => void) => ReactNode;
}) {
  const session = useSession();
  const index = useDocument((it) => it.index);
  const pages = useSessionValue((it) => it.pagesShown);
  const goToText = useGoToText();
  const library = useSessionValue((it) => it.elsewhere.library);
  const rows = useMemo(() => rowsOf(index, pages, library), [rowsOf, index, pages, library]);
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
          aria-label={`Filter the list of ${of}s`}
          placeholder="Filter the list"
          value={filter}
          onChange={(event) => setFilter(event.target.value)}
          className={fieldLook("w-56")}
        />
        <select
          aria-label="Show"
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
          {some.length > 0 ? `${counted(some.length, of)} selected` : counted(shown.length, of)}
        </span>
        {children(some, shown, () => setChosen(new Set()))}
      </div>
      <DataTable
        label={`${of.charAt(0).toUpperCase()}${of.slice(1)}s`}
        rows={shown}
        columns={columns}
        keyOf={keyOf}
        filter={filter}
        choice={{ chosen, onChoose: setChosen }}
        onOpen={(row) => goToText(() => goTo(session.jumps, row))}
        empty={rows.length === 0 ? empty : (nothing ?? `No ${of}s match.`)}
      />
    </>
  );
}
