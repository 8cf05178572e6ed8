import { Copy, CornerDownLeft } from "lucide-react";
import { useState } from "react";
import { Button } from "@/components/button";
import { useSession, useSessionValue } from "@/editor";

/** Words of one's own whose place somebody else removed: shown until they are put back or let go. */
export function DisplacedWords() {
  const session = useSession();
  const displaced = useSessionValue((it) => it.displacedWords.list);
  const [copied, setCopied] = useState<string | null>(null);
  if (displaced.length === 0) return null;
  return (
    <section
      aria-label="Words that lost their place"
      className="max-h-56 overflow-y-auto border-b border-vermilion bg-raised px-4 py-2 text-sm"
    >
      <div role="alert">
        <h2 className="font-semibold text-vermilion">
          {displaced.length === 1 ? "Words of yours" : `Words of yours, ${displaced.length} times,`} lost
          their place: somebody else removed it while you wrote.
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
              title="Puts them after the block with the caret"
            >
              <CornerDownLeft size={15} aria-hidden /> Put back at the caret
            </Button>
            <Button
              onClick={() =>
                void navigator.clipboard.writeText(words).then(
                  () => setCopied(id),
                  () => session.say("The browser does not let the words be copied."),
                )
              }
            >
              <Copy size={15} aria-hidden /> {copied === id ? "Copied" : "Copy"}
            </Button>
            <Button look="quiet" onClick={() => session.displacedWords.letGo(id)}>
              Let them go
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
