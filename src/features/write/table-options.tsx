import type { Command } from "prosemirror-state";
import { Button } from "@/components/button";
import {
  addColumnAfter,
  addColumnBefore,
  addRowAfter,
  addRowBefore,
  columnWidth,
  deleteColumn,
  deleteRow,
  isInTable,
  mayGrow,
  mergeCells,
  MAX_CELLS,
  setColumnWidth,
  splitCell,
  toggleHeaderColumn,
  toggleHeaderRow,
  useSession,
  useDocument,
  useSessionValue,
  sameMembers,
} from "@/editor";
import { formatted } from "@/components/counted";
import { Amount } from "./amount";

const GROWING: { label: string; does: Command }[] = [
  { label: "Row above", does: addRowBefore },
  { label: "Row below", does: addRowAfter },
  { label: "Column before", does: addColumnBefore },
  { label: "Column after", does: addColumnAfter },
];
const CHANGING: { label: string; does: Command }[] = [
  { label: "Header row", does: toggleHeaderRow },
  { label: "Header column", does: toggleHeaderColumn },
  { label: "Merge cells", does: mergeCells },
  { label: "Split cell", does: splitCell },
  { label: "Remove row", does: deleteRow },
  { label: "Remove column", does: deleteColumn },
];

/** What can be done with rows, columns and cells of the table with the caret. */
export function TableOptions() {
  const session = useSession();
  const inside = useDocument((it) => isInTable(it.state));
  const grows = useDocument((it) => mayGrow(it.state));
  const width = useDocument((it) => columnWidth(it.state));
  const able = useSessionValue((it) => CHANGING.map(({ does }) => it.can(does)), sameMembers);
  if (!inside) return <p className="mb-3 text-quiet">Put the cursor in a cell to change rows and columns.</p>;
  return (
    <div className="mb-3 grid gap-2">
      <div className="grid grid-cols-2 gap-1.5">
        {GROWING.map(({ label, does }) => (
          <Button key={label} className="px-2!" disabled={!grows} onClick={() => session.run(does)}>
            {label}
          </Button>
        ))}
        {CHANGING.map(({ label, does }, i) => (
          <Button key={label} className="px-2!" disabled={!able[i]} onClick={() => session.run(does)}>
            {label}
          </Button>
        ))}
      </div>
      {!grows && (
        <p className="text-quiet">
          A table has at most {formatted(MAX_CELLS)} cells; this one has no room left.
        </p>
      )}
      {!able[2] && (
        <p className="text-quiet">
          To merge cells, select several with Shift and the arrow keys or by dragging.
        </p>
      )}
      <Amount
        label="Column width"
        unit="px"
        value={width}
        empty="To fit its words"
        least={20}
        most={2_000}
        step={1}
        onChange={(value) =>
          session.run(setColumnWidth(value === null ? null : Math.round(value)), { focus: false })
        }
      />
    </div>
  );
}
