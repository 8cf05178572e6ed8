import type { ReactNode } from "react";
import { Button } from "@/components/button";
import { shortened } from "@/core/document";
import { useSession, useSessionValue } from "@/editor";

/** While one end of a link is carried: what is carried, and how it is tied. */
export function CarryBar() {
  const held = useSessionValue((it) => it.pocket.held);
  return held ? <PlaceInHand name={held.name} /> : <WordsCarried />;
}

/** A place that was taken along: words are tied to it one after the other. */
function PlaceInHand({ name }: { name: string }) {
  const session = useSession();
  const chosen = useSessionValue((it) => !it.state.selection.empty);
  return (
    <Bar>
      <span>
        <b className="font-semibold">“{shortened(name, 50) || "A place"}”</b> is taken along. Choose words,
        then press Enter; as many as you like.
      </span>
      {chosen && (
        <Button
          look="main"
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => session.pocket.tie()}
        >
          Tie what is chosen
        </Button>
      )}
      <Button onClick={() => session.pocket.putDown()}>Put down</Button>
    </Bar>
  );
}

function WordsCarried() {
  const session = useSession();
  const words = useSessionValue((it) =>
    it.carrying.held?.purpose === "carry"
      ? shortened(it.state.doc.textBetween(it.carrying.held.from, it.carrying.held.to, " "), 50)
      : null,
  );
  if (words === null) return null;
  return (
    <Bar>
      <span>
        Carrying <b className="font-semibold">“{words}”</b>. Go to the place, then click it, or press Enter at
        the caret.
      </span>
      <Button onClick={() => session.carrying.release()}>Put down</Button>
    </Bar>
  );
}

/** What is said over the manuscript while something is under way there. */
export function Bar({ children }: { children: ReactNode }) {
  return (
    <div
      role="status"
      className="absolute top-3 left-1/2 z-20 flex w-max max-w-[calc(100%-5rem)] -translate-x-1/2 items-center gap-3 rounded-base border border-tide bg-raised py-1.5 pr-1.5 pl-4 text-sm"
      style={{ boxShadow: "var(--shadow)" }}
    >
      {children}
    </div>
  );
}
