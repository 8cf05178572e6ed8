import { useState } from "react";
import { DataTable, type Column } from "@/components/data-table";
import { shortened } from "@/core/document";
import type { SectionReach } from "@/core/wayfinding";

const jumps = (count: number | null) => (count === null ? "–" : String(count));
/** What nothing leads to is sorted behind all others. */
const ranked = (count: number | null) => count ?? Infinity;

const COLUMNS: readonly Column<SectionReach>[] = [
  {
    id: "section",
    header: "Section",
    value: ({ section: { heading } }) => heading.name,
    width: "minmax(6rem, 1fr)",
    cell: ({ section: { heading } }) => (
      <span style={{ paddingLeft: `${(heading.level - 1) * 0.6}rem` }}>
        {shortened(heading.short || heading.name, 100) || "Untitled"}
      </span>
    ),
  },
  {
    id: "start",
    header: "From start",
    value: ({ fromStart }) => ranked(fromStart),
    cell: ({ fromStart }) => jumps(fromStart),
    width: "4.6rem",
    numeric: true,
  },
  {
    id: "contents",
    header: "Contents",
    value: ({ fromContents }) => ranked(fromContents),
    cell: ({ fromContents }) => jumps(fromContents),
    width: "4.2rem",
    numeric: true,
  },
  {
    id: "back",
    header: "Back",
    value: ({ back }) => ranked(back),
    cell: ({ back }) => jumps(back),
    width: "2.6rem",
    numeric: true,
  },
  {
    id: "pages",
    header: "Pages",
    value: ({ pagesToBack }) => ranked(pagesToBack),
    cell: ({ pagesToBack }) => (pagesToBack === null ? "–" : pagesToBack.toFixed(1)),
    width: "3rem",
    numeric: true,
  },
];

/** Each section with the fewest jumps from the beginning, from the contents list and back, and the pages to the nearest way back. */
export function ReachTable({
  reach,
  onOpen,
}: {
  reach: readonly SectionReach[];
  onOpen: (one: SectionReach) => void;
}) {
  const [open, setOpen] = useState(false);
  return (
    <details className="mt-3" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="cursor-pointer py-1 font-medium">Section by section</summary>
      {open && (
        <>
          <p className="mb-2 text-sm text-quiet">
            Fewest jumps from the start, from the contents list and back to it; pages one reads on to a way
            back.
          </p>
          <div className="flex h-80 flex-col">
            <DataTable
              label="Reach, section by section"
              rows={reach}
              columns={COLUMNS}
              keyOf={({ section }) => section.heading.id}
              filter=""
              onOpen={onOpen}
              choice={null}
              empty="There are no sections yet."
            />
          </div>
        </>
      )}
    </details>
  );
}
