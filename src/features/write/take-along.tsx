import { TextSelection } from "prosemirror-state";
import { Button } from "@/components/button";
import { idOf, isKind, type DestinationId } from "@/core/document";
import { quote } from "@/core/links";
import { useSession, useDocument, type DocumentStore } from "@/editor";

const HOW = "Then select words anywhere, even in another document, and press Enter to link them here";

/** Picks a place up, so that words can be tied to it one after the other. */
export function TakeAlong({ id, label = "Pick up this place" }: { id: DestinationId; label?: string }) {
  const session = useSession();
  return (
    <Button
      title={HOW}
      onClick={() => {
        session.recentTargets.take(id);
        session.viewport.focus();
      }}
    >
      {label}
    </Button>
  );
}

/** Picks up the words that are chosen, or the paragraph in which they stand. */
export function TakeWordsAlong() {
  const session = useSession();
  const selection = useDocument(chosenWords);
  const quotable = useDocument((it) => {
    const words = chosenWords(it);
    return words !== null && quote(it.index, words.from, words.to) !== null;
  });
  if (!selection) return null;
  const { $from, from, to } = selection;
  const paragraph = $from.node(1);
  const id = isKind(paragraph, "paragraph") ? idOf(paragraph)! : null;
  return (
    <section aria-label="Selected words" className="border-b border-line px-4 py-3 text-sm">
      <h2 className="mb-2 font-semibold">Selected words</h2>
      <div className="flex flex-wrap gap-2">
        {quotable && (
          <Button
            title={HOW}
            onClick={() => {
              session.recentTargets.takeWords(from, to);
              session.viewport.focus();
            }}
          >
            Pick up these words
          </Button>
        )}
        {id && <TakeAlong id={id} label="Pick up this paragraph" />}
      </div>
    </section>
  );
}

/** The words that are chosen, where they stand in one block; nothing is shown while one only writes. */
function chosenWords({ state: { selection } }: DocumentStore): TextSelection | null {
  const isWords = selection instanceof TextSelection && !selection.empty && selection.$from.depth > 0;
  return isWords && selection.$from.index(0) === selection.$to.index(0) ? selection : null;
}
