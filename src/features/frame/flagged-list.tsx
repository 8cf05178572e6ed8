import { useState } from "react";
import { listFlagged } from "@/contract/flagged";
import { AnsweredPanel, PanelWords } from "@/components/answered-panel";
import { KindIcon } from "@/components/kind-icons";
import { shortened } from "@/core/model/shortened";
import type { FlaggedPlace } from "@/core/library";

/** What is flagged to come back to in all documents, the earliest date first; each leads to the spot. */
export function FlaggedList() {
  return (
    <AnsweredPanel call={listFlagged} fault="The flagged bookmarks cannot be read right now.">
      {({ places }) =>
        places.length === 0 ? (
          <PanelWords>Nothing is flagged. Flag a bookmark in the tray, with a date if you like.</PanelWords>
        ) : (
          <FlaggedPlaces places={places} />
        )
      }
    </AnsweredPanel>
  );
}

function FlaggedPlaces({ places }: { places: readonly FlaggedPlace[] }) {
  /** The date as `2026-11-26`. */
  const [today] = useState(() => new Date().toLocaleDateString("sv"));
  return (
    <ul aria-label="Flagged" className="max-h-96 overflow-y-auto px-2 py-2">
      {places.map(({ document, title, id, name, path, note, due }) => (
        <li key={`${document} ${id}`}>
          <a
            href={`/documents/${document}#to=${id}`}
            target="_blank"
            rel="noreferrer"
            className="flex items-baseline gap-3 rounded-base px-2 py-1.5 hover:bg-wash"
          >
            <KindIcon kind="bookmark" />
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
            {due && <DueDate due={due} late={due < today} />}
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
