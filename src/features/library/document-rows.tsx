import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { clsx } from "clsx";
import { ChevronDown, ChevronUp, Trash2 } from "lucide-react";
import Link from "next/link";
import { useEffect, useRef, useState, useSyncExternalStore } from "react";
import { IconButton } from "@/components/button";
import { formatted } from "@/components/counted";
import { KindIcon } from "@/components/kind-icons";
import type { LibraryDocument } from "@/contract/documents";
import { shortened } from "@/core/model/shortened";
import type { Sorting } from "./listed";

const ROW_HEIGHT = 65;
/** Rows drawn above and below those in view. */
const BESIDE = 8;
/** What a server takes for the height of a window. */
const FIRST_RECT = { width: 1280, height: 800 };

interface Head {
  readonly by: Sorting["by"];
  readonly words: string;
  readonly width: string;
  readonly numeric?: boolean;
  /** Left out in narrow windows. */
  readonly wide?: boolean;
}

const HEADS: readonly Head[] = [
  { by: "title", words: "Document", width: "" },
  { by: "file", words: "From the file", width: "w-38", wide: true },
  { by: "words", words: "Words", width: "w-18", numeric: true, wide: true },
  { by: "sections", words: "Sections", width: "w-22", numeric: true, wide: true },
  { by: "brokenLinks", words: "Broken", width: "w-18", numeric: true, wide: true },
  { by: "changedAt", words: "Last change", width: "w-32 sm:w-42", numeric: true },
];

/** Any number of documents as a table that draws only the rows in view; sorted by its heads, chosen by boxes. */
export function DocumentRows({
  documents,
  sorting,
  onSort,
  chosen,
  onChoose,
  onRemove,
}: {
  documents: readonly LibraryDocument[];
  sorting: Sorting;
  onSort: (sorting: Sorting) => void;
  chosen: ReadonlySet<string>;
  onChoose: (chosen: ReadonlySet<string>) => void;
  onRemove: (document: LibraryDocument) => void;
}) {
  const body = useRef<HTMLTableSectionElement>(null);
  const [above, setAbove] = useState(0);
  /** The row that was chosen last, from which a choice is drawn out with Shift. */
  const last = useRef(0);
  useEffect(() => {
    // What stands above the table comes and goes, and makes the page longer or shorter.
    const observer = new ResizeObserver(() => {
      // The page is left while it is still laid out.
      if (body.current) setAbove(body.current.getBoundingClientRect().top + scrollY);
    });
    observer.observe(globalThis.document.body);
    return () => observer.disconnect();
  }, []);
  const window = useWindowVirtualizer({
    count: documents.length,
    estimateSize: () => ROW_HEIGHT,
    overscan: BESIDE,
    scrollMargin: above,
    initialRect: FIRST_RECT,
  });
  const rows = window.getVirtualItems();
  const before = (rows[0]?.index ?? 0) * ROW_HEIGHT;
  const after = (documents.length - 1 - (rows.at(-1)?.index ?? -1)) * ROW_HEIGHT;
  const all = documents.length > 0 && documents.every(({ id }) => chosen.has(id));

  function choose(row: number, on: boolean, further: boolean) {
    const next = new Set(chosen);
    const [from, to] = further ? [Math.min(last.current, row), Math.max(last.current, row)] : [row, row];
    for (const { id } of documents.slice(from, to + 1)) {
      if (on) next.add(id);
      else next.delete(id);
    }
    last.current = row;
    onChoose(next);
  }

  return (
    <table aria-rowcount={documents.length + 1} className="w-full table-fixed border-collapse">
      <thead>
        <tr className="border-b border-edge text-left text-sm text-quiet">
          <th className="w-8 py-2">
            <input
              type="checkbox"
              aria-label="Select all listed"
              checked={all}
              onChange={() => onChoose(all ? new Set() : new Set(documents.map(({ id }) => id)))}
              className="block size-4 accent-tide"
            />
          </th>
          {HEADS.map(({ by, words, width, numeric, wide }) => {
            const sorted = sorting.by === by;
            const down = sorted ? !sorting.down : numeric === true;
            return (
              <th
                key={by}
                aria-sort={sorted ? (sorting.down ? "descending" : "ascending") : "none"}
                className={clsx(
                  "py-1 font-medium",
                  width,
                  numeric ? "pl-3 text-right" : "pr-3",
                  wide && WIDE,
                )}
              >
                <button
                  type="button"
                  onClick={() => onSort({ by, down })}
                  className="inline-flex min-h-6 items-center gap-1 hover:text-ink"
                >
                  {words}
                  {sorted && (sorting.down ? <ChevronDown size={13} /> : <ChevronUp size={13} />)}
                </button>
              </th>
            );
          })}
          <th className="w-10">
            <span className="sr-only">Remove</span>
          </th>
        </tr>
      </thead>
      <tbody ref={body}>
        {before > 0 && <tr aria-hidden="true" style={{ height: before }} />}
        {rows.map(({ index }) => {
          const document = documents[index]!;
          return (
            <Row
              key={document.id}
              document={document}
              row={index}
              chosen={chosen.has(document.id)}
              onChoose={choose}
              onRemove={onRemove}
            />
          );
        })}
        {after > 0 && <tr aria-hidden="true" style={{ height: after }} />}
      </tbody>
    </table>
  );
}

const WIDE = "max-md:hidden";
const NUMERIC = "pl-3 text-right tabular-nums";

function Row({
  document,
  row,
  chosen,
  onChoose,
  onRemove,
}: {
  document: LibraryDocument;
  row: number;
  chosen: boolean;
  onChoose: (row: number, on: boolean, further: boolean) => void;
  onRemove: (document: LibraryDocument) => void;
}) {
  const { id, title, opening, words, sections, brokenLinks, changedAt, file, broughtAt } = document;
  const name = title.trim() || "Untitled";
  return (
    <tr
      aria-rowindex={row + 2}
      className={clsx("border-b border-line", chosen ? "bg-tide-wash" : "hover:bg-wash")}
      style={{ height: ROW_HEIGHT }}
    >
      <td>
        <input
          type="checkbox"
          aria-label={`Select ${shortened(name, 80)}`}
          checked={chosen}
          onChange={() => {}}
          onClick={(event) => onChoose(row, !chosen, event.shiftKey)}
          className="block size-4 accent-tide"
        />
      </td>
      <td className="pr-3">
        <Link
          href={`/documents/${id}`}
          dir="auto"
          className="block truncate font-serif text-lg leading-snug hover:text-tide"
          title={shortened(name, 300)}
        >
          {shortened(name, 300)}
        </Link>
        <span className="block truncate text-sm text-quiet" dir="auto">
          {opening || "Nothing is written yet."}
        </span>
      </td>
      <td className={clsx("pr-3 text-sm", WIDE)}>
        {file !== null && (
          <>
            <span className="block truncate" title={file}>
              {file}
            </span>
            {broughtAt !== null && (
              <span className="block text-quiet">
                <LocalTime at={broughtAt} />
              </span>
            )}
          </>
        )}
      </td>
      <td className={clsx(NUMERIC, WIDE)}>{formatted(words)}</td>
      <td className={clsx(NUMERIC, WIDE)}>{formatted(sections)}</td>
      <td className={clsx(NUMERIC, WIDE)}>
        {brokenLinks > 0 ? (
          <span className="inline-flex items-center gap-1.5 text-vermilion">
            <KindIcon kind="fault" /> {formatted(brokenLinks)}
          </span>
        ) : (
          0
        )}
      </td>
      <td className="pl-3 text-right text-sm">
        <LocalTime at={changedAt} />
      </td>
      <td className="text-right">
        <IconButton label={`Remove ${shortened(name, 80)}`} onClick={() => onRemove(document)}>
          <Trash2 size={16} />
        </IconButton>
      </td>
    </tr>
  );
}

const never = () => () => {};
const WHEN = new Intl.DateTimeFormat(undefined, { dateStyle: "medium", timeStyle: "short" });

/** A time in the reader's own zone and locale, which only the browser knows. */
function LocalTime({ at }: { at: number }) {
  const text = useSyncExternalStore(
    never,
    () => WHEN.format(at),
    () => "",
  );
  return <time dateTime={new Date(at).toISOString()}>{text}</time>;
}
