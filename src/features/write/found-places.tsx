import { formatted } from "@/components/counted";
import { listKeys } from "@/components/list-keys";
import type { DocumentIndex } from "@/core/index";
import type { Occurrence } from "@/core/find";
import { useDocument } from "@/editor";

const MAX_LISTED = 200;
/** Letters shown on each side of words that were found. */
const AROUND = 40;

/** Places that were found, each in its line and with its section. */
export function FoundPlaces({
  places,
  at,
  onGo,
}: {
  places: readonly Occurrence[];
  /** The one that was gone to, by number. */
  at: number;
  onGo: (to: number) => void;
}) {
  const index = useDocument((it) => it.index);
  // Places are of the version in which they were found; a moment later another may be shown.
  const size = index.doc.content.size;
  return (
    <>
      <ul
        aria-label="Where they occur"
        onKeyDown={listKeys}
        className="-mx-1.5 mt-2 max-h-60 overflow-y-auto border-t border-line pt-1.5"
      >
        {places.slice(0, MAX_LISTED).map((place, i) => {
          if (place.to > size) return null;
          const { before, words, after } = inItsLine(index, place);
          return (
            <li key={place.from}>
              <button
                type="button"
                data-row={words}
                tabIndex={i === 0 ? 0 : -1}
                aria-current={i === at || undefined}
                onClick={() => onGo(i)}
                className={`flex w-full items-baseline gap-3 rounded-base px-2.5 py-1 text-left text-sm ${i === at ? "bg-tide-wash" : "hover:bg-wash"}`}
              >
                <span className="min-w-0 flex-1 truncate" dir="auto">
                  {before}
                  <mark className="rounded-[2px] bg-chosen text-ink">{words}</mark>
                  {after}
                </span>
                <span className="max-w-40 truncate text-quiet">
                  {index.sectionAt(place.from)?.name ?? "the beginning"}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      {places.length > MAX_LISTED && (
        <p className="px-1 pt-1.5 text-sm text-quiet">and {formatted(places.length - MAX_LISTED)} more</p>
      )}
    </>
  );
}

/** Words that were found, with what stands around them in their line. */
function inItsLine({ doc }: DocumentIndex, { from, to }: Occurrence) {
  const $from = doc.resolve(from);
  const line = (start: number, end: number) => doc.textBetween(start, Math.max(start, end), undefined, " ");
  const start = Math.max($from.start(), from - AROUND);
  const end = Math.min($from.end(), to + AROUND);
  return {
    before: (start > $from.start() ? "…" : "") + line(start, from),
    words: line(from, to),
    after: line(to, end) + (end < $from.end() ? "…" : ""),
  };
}
