import { useState } from "react";
import { AnsweredPanel, PanelWords } from "@/components/answered-panel";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { ask } from "@/contract/ask";
import { emptyBin, listBin, type BinnedDocument } from "@/contract/bin";
import { restoreDocument } from "@/contract/documents";

/** What was removed from the shelf in the last 30 days: put back, or let go of for good. */
export function BinPanel({ onPutBack }: { onPutBack: () => void }) {
  return (
    <AnsweredPanel call={listBin} fault="The bin cannot be read at the moment. Nothing was changed.">
      {({ documents }, again) =>
        documents.length === 0 ? (
          <PanelWords>
            The bin is empty. Documents that you remove from the shelf stay here for 30 days.
          </PanelWords>
        ) : (
          <BinList documents={documents} onChange={again} onPutBack={onPutBack} />
        )
      }
    </AnsweredPanel>
  );
}

function BinList({
  documents,
  onChange,
  onPutBack,
}: {
  documents: readonly BinnedDocument[];
  onChange: () => void;
  onPutBack: () => void;
}) {
  const [asked, setAsked] = useState(false);
  const [failed, setFailed] = useState(false);

  async function change(done: Promise<unknown>): Promise<boolean> {
    const ok = await done.then(
      () => true,
      () => false,
    );
    setFailed(!ok);
    if (!ok) return false;
    setAsked(false);
    onChange();
    return true;
  }

  return (
    <div className="px-4 py-3 text-sm">
      <ul aria-label="Removed documents" className="max-h-96 divide-y divide-line overflow-y-auto">
        {documents.map(({ id, title, words, removedAt }) => (
          <li key={id} className="flex flex-wrap items-center gap-2 py-2">
            <span className="min-w-40 flex-1">
              <b className="block font-serif text-base font-medium" dir="auto">
                {title.slice(0, 200) || "Untitled"}
              </b>
              <span className="text-quiet">
                {counted(words, "word")}, removed{" "}
                <time dateTime={new Date(removedAt).toISOString()}>
                  {new Intl.DateTimeFormat(undefined, { dateStyle: "medium", timeStyle: "short" }).format(
                    removedAt,
                  )}
                </time>
              </span>
            </span>
            <Button
              onClick={() => void change(ask(restoreDocument, { id })).then((done) => done && onPutBack())}
              aria-label={`Put back ${title.slice(0, 80)}`}
            >
              Put back
            </Button>
          </li>
        ))}
      </ul>
      {failed && (
        <p role="alert" className="mt-2 text-vermilion">
          The server does not answer. Nothing was changed.
        </p>
      )}
      <div className="mt-3 flex flex-wrap items-center gap-2 border-t border-line pt-3">
        {asked ? (
          <>
            <p role="alert" className="min-w-40 flex-1">
              {counted(documents.length, "document")} with all versions will be gone for good.
            </p>
            <Button look="main" autoFocus onClick={() => void change(ask(emptyBin, {}))}>
              Delete for good
            </Button>
            <Button onClick={() => setAsked(false)}>Cancel</Button>
          </>
        ) : (
          <Button onClick={() => setAsked(true)}>Empty the bin</Button>
        )}
      </div>
    </div>
  );
}
