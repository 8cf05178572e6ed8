import { useState } from "react";
import { DataTable, type Column } from "@/components/data-table";
import { shortened } from "@/core/document";
import { inBrief, type SectionReach } from "@/core/wayfinding";

/** A column of counts; what nothing leads to is sorted behind all others. */
function counts(
  id: string,
  header: string,
  width: string,
  of: (one: SectionReach) => number | null,
  format: (count: number) => string = String,
): Column<SectionReach> {
  return {
    id,
    header,
    width,
    numeric: true,
    value: (one) => of(one) ?? Infinity,
    cell: (one) => {
      const count = of(one);
      return count === null ? "–" : format(count);
    },
  };
}

const COLUMNS: readonly Column<SectionReach>[] = [
  {
    id: "section",
    header: "Section",
    value: ({ section: { heading } }) => heading.name,
    width: "minmax(5rem, 1fr)",
    cell: ({ section: { heading } }) => (
      <span style={{ paddingLeft: `${(heading.level - 1) * 0.6}rem` }}>
        {shortened(inBrief(heading), 100) || "Untitled"}
      </span>
    ),
  },
  counts("start", "From start", "4.6rem", ({ fromStart }) => fromStart),
  { ...counts("contents", "Contents", "4.2rem", ({ fromContents }) => fromContents), wide: true },
  counts("back", "Back", "2.6rem", ({ back }) => back),
  counts(
    "pages",
    "Pages",
    "3rem",
    ({ pagesToBack }) => pagesToBack,
    (pages) => pages.toFixed(1),
  ),
  {
    ...counts(
      "screens",
      "Screens",
      "3.8rem",
      ({ screensToBack }) => screensToBack,
      (screens) => screens.toFixed(1),
    ),
    wide: true,
  },
];

/** Each section with the fewest jumps from the beginning, from the contents list and back, and how far the farthest spot of it is from a way back. */
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
            Fewest jumps from the start, from the contents list and back to it; the most pages, and screens,
            to a way back.
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
