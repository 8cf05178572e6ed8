import Link from "next/link";
import type { ReactNode } from "react";
import { Button, buttonLook } from "@/components/button";
import { counted, formatted } from "@/components/counted";
import { KindIcon } from "@/components/kind-icons";
import { ImportReportText } from "@/components/import-report";
import type { ImportState } from "./import-file";
import type { Import } from "./use-imports";

/** With more files than these, only the sum is shown; unfolding it shows each. */
const MAX_SHOWN = 10;

/** The files that are on their way in: how far they are, what is asked, and the report of each that has come. */
export default function ImportList({
  imports,
  joined,
  onStopAll,
  onClear,
}: {
  imports: readonly Import[];
  /** How many links between these files lead from document to document. */
  joined: number;
  onStopAll: () => void;
  onClear: () => void;
}) {
  const ended = imports.filter(({ state }) => hasEnded(state)).length;
  const failed = imports.filter(({ state }) => state.kind === "failed");
  const busy = ended < imports.length;
  const many = imports.length > MAX_SHOWN;
  const asking = imports.filter(({ state }) => state.kind === "known");
  const lines = (some: readonly Import[]) => (
    <ul aria-live="polite">
      {some.map((one) => (
        <li key={one.key} className="border-b border-line px-4 py-2.5 text-sm last:border-0">
          <ImportLine {...one} />
        </li>
      ))}
    </ul>
  );
  return (
    <section aria-label="Imports" className="mb-6 rounded-base border border-line bg-raised">
      <div className="flex items-center gap-4 border-b border-line px-4 py-2">
        <h2 className="text-sm font-semibold">{busy ? "Importing" : "Imported"}</h2>
        {many && (
          <>
            <p role="status" className="text-sm text-quiet tabular-nums">
              {formatted(busy ? ended : ended - failed.length)} of {counted(imports.length, "file")}
            </p>
            {busy && (
              <progress
                aria-label="Imported files"
                max={imports.length}
                value={ended}
                className="w-40 accent-(--tide)"
              />
            )}
          </>
        )}
        {!busy && joined > 0 && (
          <p role="status" className="text-sm text-quiet tabular-nums">
            {counted(joined, "link leads", "links lead")} from one of these documents to another
          </p>
        )}
        <span className="ml-auto" />
        {busy && many && (
          <Button look="quiet" onClick={onStopAll}>
            Stop all
          </Button>
        )}
        {!busy && (
          <Button look="quiet" onClick={onClear}>
            Close report
          </Button>
        )}
      </div>
      {many ? (
        <>
          {lines([...asking, ...failed].slice(0, MAX_SHOWN))}
          <details className="px-4 py-2 text-sm">
            <summary className="cursor-pointer text-quiet">Each file</summary>
            <div className="-mx-4 mt-2 max-h-80 overflow-y-auto border-t border-line">{lines(imports)}</div>
          </details>
        </>
      ) : (
        lines(imports)
      )}
    </section>
  );
}

function hasEnded({ kind }: ImportState): boolean {
  return kind === "done" || kind === "failed";
}

const WHEN = new Intl.DateTimeFormat(undefined, { dateStyle: "medium", timeStyle: "short" });

function ImportLine({ name, state, cancel, withAll }: Import) {
  switch (state.kind) {
    case "waiting":
      return <WithCancel name={name} onCancel={cancel} />;
    case "reading":
      return (
        <WithCancel name={name} onCancel={cancel}>
          <progress
            aria-label={`Reading ${name}`}
            max={1}
            value={state.done}
            className="w-40 accent-(--tide)"
          />
        </WithCancel>
      );
    case "known":
      return (
        <div role="group" aria-label={`${name} was imported before`}>
          <p>
            A document on the shelf came from a file called <b className="font-semibold">{name}</b>. Updating
            it keeps your bookmarks, lists and links.
          </p>
          <div className="mt-2 flex flex-wrap gap-2">
            {state.documents.slice(0, 5).map(({ id, title, changedAt }) => (
              <Button key={id} onClick={() => state.answer(id)}>
                Update “{title}” <span className="text-quiet">{WHEN.format(changedAt)}</span>
              </Button>
            ))}
            <Button onClick={() => state.answer("new")}>Make a second document</Button>
            <Button look="quiet" onClick={() => state.answer(null)}>
              Leave it
            </Button>
          </div>
        </div>
      );
    case "read":
      return (
        <p>
          <b className="font-semibold">{name}</b> was read. Review it before importing.
        </p>
      );
    case "failed":
      return (
        <p className="flex gap-2">
          <KindIcon kind="fault" />
          <span>
            <b className="font-semibold">{name}</b> was not imported. {state.why}
          </span>
        </p>
      );
    case "done": {
      const { id, title, report, updated } = state;
      return (
        <div>
          <p>
            <Link
              href={`/documents/${id}`}
              className="font-semibold underline decoration-hemp underline-offset-3"
            >
              {title}
            </Link>{" "}
            <span className="text-quiet">
              {updated ? "updated from" : "from"} {name}
            </span>
          </p>
          {report && <ImportReportText report={report} />}
          {(report?.titles ?? 0) > 0 && (
            <Link href={`/documents/${id}#titles`} className={buttonLook("plain", "mt-1.5 mr-2")}>
              Review titles
            </Link>
          )}
          {report?.dropped.some((one) => one.withAll) && (
            <Button look="quiet" className="-ml-3" onClick={() => withAll(id)}>
              Import the whole page
            </Button>
          )}
        </div>
      );
    }
  }
}

function WithCancel({
  name,
  onCancel,
  children,
}: {
  name: string;
  onCancel: () => void;
  children?: ReactNode;
}) {
  return (
    <div className="flex items-center gap-4">
      <span className="min-w-0 flex-1 truncate">{name}</span>
      {children}
      <Button look="quiet" onClick={onCancel}>
        Cancel
      </Button>
    </div>
  );
}
