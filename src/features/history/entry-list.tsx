import { useMemo, useState, type ReactNode } from "react";
import { counted, formatted } from "@/components/counted";
import { Check, fieldLook } from "@/components/field";
import { Segments } from "@/components/segments";
import type { HistoryEntry } from "@/core/collab";
import { grouped, whoOf, type ShownVersions } from "./listed-versions";

export const DAY = new Intl.DateTimeFormat(undefined, {
  weekday: "long",
  day: "numeric",
  month: "long",
  year: "numeric",
});
export const TIME = new Intl.DateTimeFormat(undefined, { hour: "2-digit", minute: "2-digit" });

const FIRST: ShownVersions = { named: false, words: "", by: "day" };
/** With more versions than these, only the group of the chosen one is unfolded at first. */
const MANY = 60;

/** The versions of a document to choose from: found by words, the named ones alone, by day or by person. */
export function EntryList({
  entries,
  chosen,
  onChoose,
  children,
}: {
  entries: readonly HistoryEntry[];
  chosen: number | null;
  onChoose: (version: number) => void;
  /** What stands below the list. */
  children?: ReactNode;
}) {
  const [shown, setShown] = useState(FIRST);
  const groups = useMemo(() => grouped(entries, shown, (at) => DAY.format(at)), [entries, shown]);
  const [open, setOpen] = useState<ReadonlyMap<string, boolean>>(new Map());
  const count = groups.reduce((sum, group) => sum + group.entries.length, 0);
  return (
    <nav
      aria-label="Versions"
      className="flex w-72 shrink-0 flex-col border-r border-line text-sm max-md:max-h-72 max-md:w-full max-md:border-r-0 max-md:border-b"
    >
      <div className="grid gap-2 border-b border-line p-3">
        <input
          type="search"
          aria-label="Find a version"
          placeholder="A name, a person, a file, a day"
          value={shown.words}
          onChange={(event) => setShown({ ...shown, words: event.target.value })}
          className={fieldLook()}
        />
        <div className="flex flex-wrap items-center justify-between gap-2">
          <Check
            label="Named versions only"
            checked={shown.named}
            onChange={(named) => setShown({ ...shown, named })}
          />
          <Segments
            label="Together"
            value={shown.by}
            options={[
              { value: "day", label: "By day" },
              { value: "person", label: "By person" },
            ]}
            onChange={(by) => setShown({ ...shown, by })}
          />
        </div>
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto px-2 py-2">
        {groups.length === 0 && <p className="px-2 py-2 text-quiet">No version has that name.</p>}
        {groups.map(({ name, entries: of }) => {
          const unfolded = open.get(name) ?? (count <= MANY || of.some(({ version }) => version === chosen));
          return (
            <details
              key={name}
              open={unfolded}
              onToggle={({ currentTarget: { open: on } }) => {
                if (on !== unfolded) setOpen(new Map(open).set(name, on));
              }}
              className="mb-3"
            >
              <summary className="cursor-pointer px-2 py-1 font-semibold text-quiet">
                {name} <span className="font-normal">({formatted(of.length)})</span>
              </summary>
              {unfolded && (
                <ul aria-label={name}>
                  {of.map((entry) => (
                    <li key={entry.version}>
                      <Entry
                        entry={entry}
                        by={shown.by}
                        chosen={entry.version === chosen}
                        onChoose={onChoose}
                      />
                    </li>
                  ))}
                </ul>
              )}
            </details>
          );
        })}
      </div>
      {children}
    </nav>
  );
}

function Entry({
  entry,
  by,
  chosen,
  onChoose,
}: {
  entry: HistoryEntry;
  by: ShownVersions["by"];
  chosen: boolean;
  onChoose: (version: number) => void;
}) {
  const who = by === "day" ? whoOf(entry) : DAY.format(entry.at);
  return (
    <button
      type="button"
      aria-current={chosen ? "true" : undefined}
      onClick={() => onChoose(entry.version)}
      className="block w-full rounded-base px-2 py-1.5 text-left hover:bg-wash aria-[current]:bg-tide-wash"
    >
      <span className="flex items-baseline gap-2">
        <time dateTime={new Date(entry.at).toISOString()} className="tabular-nums">
          {TIME.format(entry.at)}
        </time>
        <span className="min-w-0 truncate font-medium">{entry.name ?? who}</span>
      </span>
      <span className="text-quiet">
        {entry.name ? `${who}, ` : ""}
        {howMuch(entry)}
      </span>
    </button>
  );
}

function howMuch({ version, changes, added, removed, report }: HistoryEntry): string {
  if (report) return `${version === 0 ? "from" : "updated from"} ${report.file}`;
  if (version === 0) return "the first version";
  const letters = [
    added > 0 && `${counted(added, "character")} added`,
    removed > 0 && `${formatted(removed)} removed`,
  ].filter(Boolean);
  return `${counted(changes, "change")}${letters.length > 0 ? `; ${letters.join(", ")}` : ""}`;
}
