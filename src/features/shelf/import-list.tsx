import Link from "next/link";
import { Button } from "@/components/button";
import { Sign } from "@/components/signs";
import type { ImportState } from "./import-file";

export interface Import {
  readonly key: number;
  readonly name: string;
  readonly state: ImportState;
  readonly cancel: () => void;
}

/** The files that are on their way in, each with its progress, and the report of each that has come. */
export function ImportList({ imports, onClear }: { imports: readonly Import[]; onClear: () => void }) {
  if (imports.length === 0) return null;
  const busy = imports.some(({ state }) => state.kind === "reading" || state.kind === "read");
  return (
    <section aria-label="Imports" className="mb-6 rounded-base border border-line bg-raised">
      <div className="flex items-center justify-between border-b border-line px-4 py-2">
        <h2 className="text-sm font-semibold">{busy ? "Bringing in" : "Brought in"}</h2>
        {!busy && (
          <Button look="quiet" onClick={onClear}>
            Close report
          </Button>
        )}
      </div>
      <ul aria-live="polite">
        {imports.map((one) => (
          <li key={one.key} className="border-b border-line px-4 py-2.5 text-sm last:border-0">
            <ImportLine {...one} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function ImportLine({ name, state, cancel }: Import) {
  switch (state.kind) {
    case "reading":
      return (
        <div className="flex items-center gap-4">
          <span className="min-w-0 flex-1 truncate">{name}</span>
          <progress
            aria-label={`Reading ${name}`}
            max={1}
            value={state.done}
            className="w-40 accent-(--tide)"
          />
          <Button look="quiet" onClick={cancel}>
            Cancel
          </Button>
        </div>
      );
    case "read":
      return (
        <p>
          <b className="font-semibold">{name}</b> was read. Nothing is created before you have looked at it.
        </p>
      );
    case "failed":
      return (
        <p className="flex gap-2">
          <Sign kind="fault" />
          <span>
            <b className="font-semibold">{name}</b> was not brought in. {state.why}
          </span>
        </p>
      );
    case "done":
      return (
        <div>
          <p>
            <Link
              href={`/documents/${state.id}`}
              className="font-semibold underline decoration-hemp underline-offset-3"
            >
              {state.title}
            </Link>{" "}
            <span className="text-quiet">from {name}</span>
          </p>
          {state.dropped.length > 0 && (
            <ul className="mt-1 list-disc pl-5 text-quiet">
              {state.dropped.map(({ what, why, count }) => (
                <li key={what}>
                  {count} × {what}: {why}
                </li>
              ))}
            </ul>
          )}
        </div>
      );
  }
}
