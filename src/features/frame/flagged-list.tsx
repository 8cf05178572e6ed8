import { useEffect, useState } from "react";
import { Sign } from "@/components/signs";
import { shortened } from "@/core/document";
import type { FlaggedPlace } from "@/core/shelf";

/** `today` is the date as `2026-11-26`. */
type Answer =
  { readonly places: readonly FlaggedPlace[]; readonly today: string } | { readonly fault: string };

/** What is flagged to come back to in all documents, the earliest date first; each leads to the spot. */
export function FlaggedList() {
  const [answer, setAnswer] = useState<Answer | null>(null);
  useEffect(() => {
    const abort = new AbortController();
    fetch("/api/flagged", { signal: abort.signal })
      .then(async (response) => {
        if (!response.ok) throw new Error(`The server answers ${response.status}.`);
        const { places } = (await response.json()) as { places: FlaggedPlace[] };
        setAnswer({ places, today: new Date().toLocaleDateString("sv") });
      })
      .catch(
        () => abort.signal.aborted || setAnswer({ fault: "What is flagged cannot be read at the moment." }),
      );
    return () => abort.abort();
  }, []);
  if (!answer) return <p className="px-4 py-3 text-sm text-quiet">Looking …</p>;
  if ("fault" in answer)
    return (
      <p role="alert" className="px-4 py-3 text-sm text-vermilion">
        {answer.fault}
      </p>
    );
  if (answer.places.length === 0)
    return (
      <p className="px-4 py-3 text-sm text-quiet">
        Nothing is flagged. In the tray, a bookmark can be marked to come back to, also by a date.
      </p>
    );
  return (
    <ul aria-label="Flagged" className="max-h-96 overflow-y-auto px-2 py-2">
      {answer.places.map(({ document, title, id, name, path, note, due }) => (
        <li key={`${document} ${id}`}>
          <a
            href={`/documents/${document}#to=${id}`}
            target="_blank"
            rel="noreferrer"
            className="flex items-baseline gap-3 rounded-base px-2 py-1.5 hover:bg-wash"
          >
            <Sign kind="bookmark" />
            <span className="min-w-0 flex-1">
              <span className="block truncate" dir="auto">
                {shortened(name, 120)}
              </span>
              <span className="block truncate text-sm text-quiet" dir="auto">
                {[title || "Untitled", ...path].map((one) => shortened(one, 40)).join(" › ")}
              </span>
              {note && (
                <span className="line-clamp-2 text-sm text-quiet" dir="auto">
                  {shortened(note, 200)}
                </span>
              )}
            </span>
            {due && <DueDate due={due} late={due < answer.today} />}
          </a>
        </li>
      ))}
    </ul>
  );
}

function DueDate({ due, late }: { due: string; late: boolean }) {
  const date = new Date(`${due}T00:00`);
  return (
    <span className={`shrink-0 text-sm ${late ? "text-vermilion" : "text-quiet"}`}>
      {late ? "since " : "by "}
      <time dateTime={due}>{new Intl.DateTimeFormat(undefined, { dateStyle: "medium" }).format(date)}</time>
    </span>
  );
}
