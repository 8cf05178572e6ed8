import { ArrowDown, ArrowUp, ArrowUpToLine, ListOrdered } from "lucide-react";
import { lazy, Suspense, useDeferredValue, useMemo, useRef, useState } from "react";
import { Button, IconButton } from "@/components/button";
import { counted, formatted } from "@/components/counted";
import { useTypedBefore } from "@/components/use-typed-before";
import { fieldLook } from "@/components/field";
import { Panel } from "@/components/panel";
import type { LibraryDocument } from "@/contract/documents";
import { LATEST_FIRST, listed, reordered, type Sorting } from "./listed";
import { DocumentRows } from "./document-rows";

/** What does something with many is fetched when it is asked for. */
const ManyProofs = lazy(() => import("./many-proofs"));
const ManyFiles = lazy(() => import("./many-files"));

/** From so many documents on the list has a filter of its own. */
const MANY = 6;

/** All documents as a list that is filtered, sorted and put in an order, with what can be done with those that are chosen. */
export function DocumentTable({
  documents,
  count,
  onRemove,
  onOrder,
}: {
  documents: readonly LibraryDocument[];
  /** How many there are, also while some are still on their way. */
  count: number;
  onRemove: (some: readonly LibraryDocument[]) => void;
  onOrder: (ids: readonly string[]) => void;
}) {
  const [filter, setFilter] = useState("");
  const field = useRef<HTMLInputElement>(null);
  useTypedBefore(field, filter, setFilter);
  const [sorting, setSorting] = useState<Sorting>(LATEST_FIRST);
  const section = useRef<HTMLElement>(null);
  const [marked, setMarked] = useState<ReadonlySet<string>>(new Set());
  const [doing, setDoing] = useState<"proof" | "files" | null>(null);
  const late = useDeferredValue(filter);
  const shown = useMemo(() => listed(documents, late, sorting), [documents, late, sorting]);
  const chosen = useMemo(() => documents.filter(({ id }) => marked.has(id)), [documents, marked]);
  const inOrder = useMemo(() => listed(chosen, "", sorting), [chosen, sorting]);
  const own = sorting.by === "place";

  /** Lets go of the choice; what was pressed for it goes with it, and the keyboard stays here. */
  function chooseNone() {
    setMarked(new Set());
    section.current?.focus();
  }

  function put(to: "top" | "up" | "down") {
    onOrder(reordered(listed(documents, "", { by: "place", down: false }), marked, to));
    setSorting({ by: "place", down: false });
  }

  return (
    <section ref={section} tabIndex={-1} aria-label="Documents" className="outline-hidden">
      <div className="mb-1 flex min-h-9 flex-wrap items-center gap-2">
        {count >= MANY && (
          <input
            ref={field}
            type="search"
            aria-label="Filter the list"
            placeholder="Filter by title, first words or file"
            value={filter}
            onChange={(event) => setFilter(event.target.value)}
            onKeyDown={(event) => event.key === "Escape" && setFilter("")}
            className={fieldLook("w-72 max-w-full")}
          />
        )}
        <p role="status" className="text-sm text-quiet tabular-nums">
          {chosen.length > 0
            ? `${formatted(chosen.length)} of ${counted(count, "document")} selected`
            : late.trim() === ""
              ? counted(count, "document")
              : `${formatted(shown.length)} of ${counted(count, "document")}`}
        </p>
        <span className="mr-auto" />
        {chosen.length > 0 ? (
          <div role="group" aria-label="Actions for the selection" className="flex flex-wrap gap-1">
            <IconButton label="To the top" onClick={() => put("top")}>
              <ArrowUpToLine size={16} />
            </IconButton>
            <IconButton label="Move up" disabled={!own} onClick={() => put("up")}>
              <ArrowUp size={16} />
            </IconButton>
            <IconButton label="Move down" disabled={!own} onClick={() => put("down")}>
              <ArrowDown size={16} />
            </IconButton>
            <Button look="quiet" onClick={() => setDoing("proof")}>
              Proof
            </Button>
            <Button look="quiet" onClick={() => setDoing("files")}>
              Export
            </Button>
            <Button
              look="quiet"
              onClick={() => {
                chooseNone();
                onRemove(inOrder);
              }}
            >
              Remove
            </Button>
            <Button look="quiet" onClick={chooseNone}>
              Clear selection
            </Button>
          </div>
        ) : (
          documents.some(({ place }) => place !== null) && (
            <IconButton
              label="In my own order"
              pressed={own}
              onClick={() => setSorting(own ? LATEST_FIRST : { by: "place", down: false })}
            >
              <ListOrdered size={16} />
            </IconButton>
          )
        )}
      </div>
      <DocumentRows
        documents={shown}
        sorting={sorting}
        onSort={setSorting}
        chosen={marked}
        onChoose={setMarked}
        onRemove={(document) => onRemove([document])}
      />
      {shown.length === 0 && (
        <p className="py-6 text-quiet">No document has these words in its title, opening or file name.</p>
      )}
      <Panel
        title={doing === "files" ? "Export the selection" : "Proof the selection"}
        open={doing !== null}
        onClose={() => setDoing(null)}
      >
        <Suspense>
          {doing === "proof" && <ManyProofs documents={inOrder} />}
          {doing === "files" && <ManyFiles documents={inOrder} />}
        </Suspense>
      </Panel>
    </section>
  );
}
