import { Search } from "lucide-react";
import Link from "next/link";
import { useEffect, useRef, useState } from "react";
import { counted } from "@/components/counted";
import { Check, fieldLook } from "@/components/field";
import { MAY_BE_WILDCARDS, mayBeWildcards, TRY_WILDCARDS, WAYS_TO_FIND } from "@/components/ways-to-find";
import { useTypedBefore } from "@/components/use-typed-before";
import { Button } from "@/components/button";
import { listKeys } from "@/components/list-keys";
import { keepWayOfFinding, lastWayOfFinding, type WayOfFinding } from "@/editor/browser/way-of-finding";
import { ask } from "@/contract/ask";
import { searchDocuments } from "@/contract/search";
import type { FoundDocument, Sought } from "@/core/find";

type Answer =
  | { readonly kind: "found"; readonly words: string; readonly documents: readonly FoundDocument[] }
  | { readonly kind: "fault"; readonly why: string };

const PAUSE = 180;
const OPTIONS = [
  { name: "matchCase", label: "Match case" },
  { name: "accents", label: "Match accents" },
  { name: "wholeWords", label: "Whole words" },
] as const;

/** Finds words in all documents of the shelf; each place leads to the spot. */
export function FindEverywhere({ words, onType }: { words: string; onType: (words: string) => void }) {
  const field = useRef<HTMLInputElement>(null);
  useTypedBefore(field, words, onType);
  const [way, setWay] = useState(lastWayOfFinding);
  const sought: Sought = { ...way, words };
  const answer = useAnswer(sought);
  function take(changed: Partial<WayOfFinding>) {
    const next = { ...way, ...changed };
    setWay(next);
    keepWayOfFinding(next);
  }
  return (
    <search className="mb-6 block">
      <div className="relative">
        <Search size={16} aria-hidden className="absolute top-2 left-2.5 text-quiet" />
        <input
          ref={field}
          type="search"
          aria-label="Find in all documents"
          placeholder="Find in all documents"
          value={words}
          onChange={(event) => onType(event.target.value)}
          onKeyDown={(event) => event.key === "Escape" && onType("")}
          className={`${fieldLook()} pl-8!`}
        />
      </div>
      {words.trim() !== "" && (
        <>
          <div className="mt-2 flex flex-wrap items-center gap-x-5 gap-y-1">
            <select
              aria-label="How to search"
              value={way.how}
              onChange={({ target }) =>
                take({ how: WAYS_TO_FIND.find(({ value }) => value === target.value)!.value })
              }
              className={fieldLook("w-auto")}
            >
              {WAYS_TO_FIND.map(({ value, label }) => (
                <option key={value} value={value}>
                  {label}
                </option>
              ))}
            </select>
            {OPTIONS.map(({ name, label }) => (
              <Check key={name} label={label} checked={way[name]} onChange={(on) => take({ [name]: on })} />
            ))}
          </div>
          <SearchResults answer={answer} />
          {answer?.kind === "found" && answer.documents.length === 0 && mayBeWildcards(sought) && (
            <p className="mt-2 flex flex-wrap items-center gap-x-2 text-sm text-quiet">
              {MAY_BE_WILDCARDS}
              <Button onClick={() => take({ how: "wildcards" })}>{TRY_WILDCARDS}</Button>
            </p>
          )}
        </>
      )}
    </search>
  );
}

function SearchResults({ answer }: { answer: Answer | null }) {
  if (!answer) return <p className="mt-4 text-sm text-quiet">Looking …</p>;
  if (answer.kind === "fault")
    return (
      <p role="alert" className="mt-4 text-sm text-vermilion">
        {answer.why}
      </p>
    );
  const { documents } = answer;
  const all = documents.reduce((sum, { count }) => sum + count, 0);
  return (
    <>
      <p role="status" className="mt-4 text-sm text-quiet">
        {documents.length === 0
          ? "Not found in any document."
          : `${counted(all, "place")} in ${counted(documents.length, "document")}.`}
      </p>
      <ul aria-label="Where it occurs" onKeyDown={listKeys}>
        {documents.map((document, i) => (
          <li key={document.id} className="border-b border-line py-3">
            <p className="flex items-baseline gap-3">
              <span className="min-w-0 truncate font-serif text-lg" dir="auto">
                {document.title || "Untitled"}
              </span>
              <span className="text-sm text-quiet">{counted(document.count, "place")}</span>
            </p>
            <ul>
              {document.places.map((place, n) => (
                <li key={`${place.block} ${place.from}`}>
                  <Link
                    href={`/documents/${document.id}#at=${place.block}.${place.from}.${place.to}`}
                    data-row={place.words}
                    tabIndex={i === 0 && n === 0 ? 0 : -1}
                    dir="auto"
                    className="block truncate rounded-base px-2 py-1 text-sm hover:bg-wash"
                  >
                    {place.before}
                    <mark className="rounded-[2px] bg-chosen text-ink">{place.words}</mark>
                    {place.after}
                  </Link>
                </li>
              ))}
            </ul>
            {document.count > document.places.length && (
              <p className="px-2 text-sm text-quiet">
                and {document.count - document.places.length} more; press Ctrl+Alt+F in the document to find
                them all
              </p>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}

/** What the server finds, a moment after the last letter; null while it looks. */
function useAnswer(sought: Sought): Answer | null {
  const [answer, setAnswer] = useState<{ readonly to: string; readonly answer: Answer } | null>(null);
  const { words } = sought;
  const asked = JSON.stringify(sought);
  useEffect(() => {
    if (words.trim() === "") return;
    const abort = new AbortController();
    const timer = setTimeout(() => {
      const body: Sought = JSON.parse(asked);
      ask(searchDocuments, { body }, { signal: abort.signal })
        .then(({ documents }) => setAnswer({ to: asked, answer: { kind: "found", words, documents } }))
        .catch((error: Error) => {
          if (!abort.signal.aborted) setAnswer({ to: asked, answer: { kind: "fault", why: error.message } });
        });
    }, PAUSE);
    return () => {
      clearTimeout(timer);
      abort.abort();
    };
  }, [asked, words]);
  return answer?.to === asked ? answer.answer : null;
}
