import { Copy, CornerDownLeft } from "lucide-react";
import { useState } from "react";
import { Button } from "@/components/button";
import { useSession, useSessionValue, type Session } from "@/editor";

/** Words that the server does not have: shown until they are put back or let go. */
export function DisplacedWords() {
  const all = useSessionValue((it) => it.displacedWords.list);
  return (
    <>
      {all
        .filter((one) => one.kind === "version")
        .map(({ id, at }) => (
          <NewerVersion key={id} id={id} at={at} />
        ))}
      <WithoutPlace displaced={all.filter((one) => one.kind !== "version")} />
    </>
  );
}

type Listed = Session["displacedWords"]["list"];

/** The text that this window held when the server went back to an earlier version. */
function NewerVersion({ id, at }: { id: string; at: number }) {
  const session = useSession();
  return (
    <section
      aria-label="Newer version"
      className="flex flex-wrap items-center gap-2 border-b border-vermilion bg-raised px-4 py-2 text-sm"
    >
      <p role="alert" className="min-w-48 flex-1">
        <b className="font-semibold text-vermilion">The server has an older version of this document.</b> What
        this window held at {new Date(at).toLocaleTimeString([], { timeStyle: "short" })} is stored in this
        browser.
      </p>
      <Button look="main" onClick={() => session.displacedWords.putBack(id)}>
        <CornerDownLeft size={15} aria-hidden /> Restore the newer version
      </Button>
      <Button look="quiet" onClick={() => session.displacedWords.letGo(id)}>
        Discard
      </Button>
    </section>
  );
}

/** Words whose place somebody else removed. */
function WithoutPlace({ displaced }: { displaced: Listed }) {
  const session = useSession();
  const [copied, setCopied] = useState<string | null>(null);
  if (displaced.length === 0) return null;
  return (
    <section
      aria-label="Text without a place"
      className="max-h-56 overflow-y-auto border-b border-vermilion bg-raised px-4 py-2 text-sm"
    >
      <div role="alert">
        <h2 className="font-semibold text-vermilion">
          Some of your text couldn’t be placed: someone deleted that passage while you were writing.
        </h2>
      </div>
      <ul className="divide-y divide-line">
        {displaced.map(({ id, words, at }) => (
          <li key={id} className="flex flex-wrap items-center gap-2 py-2">
            <blockquote className="line-clamp-3 min-w-48 flex-1 font-serif">{words}</blockquote>
            <time dateTime={new Date(at).toISOString()} className="text-quiet">
              {new Date(at).toLocaleTimeString([], { timeStyle: "short" })}
            </time>
            <Button
              look="main"
              onClick={() => session.displacedWords.putBack(id)}
              title="Puts them after the block with the cursor"
            >
              <CornerDownLeft size={15} aria-hidden /> Insert at the cursor
            </Button>
            <Button
              onClick={() =>
                void navigator.clipboard.writeText(words).then(
                  () => setCopied(id),
                  () => session.notices.say("The browser did not allow copying."),
                )
              }
            >
              <Copy size={15} aria-hidden /> {copied === id ? "Copied" : "Copy"}
            </Button>
            <Button look="quiet" onClick={() => session.displacedWords.letGo(id)}>
              Discard
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
