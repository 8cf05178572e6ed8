import { Button } from "@/components/button";
import { shortened } from "@/core/document";
import { useSession, useSessionValue } from "@/editor";

/** While a link is carried: what is carried, and how it is tied. */
export function CarryBar() {
  const session = useSession();
  const words = useSessionValue((it) =>
    it.carrying.held?.purpose === "carry"
      ? shortened(it.state.doc.textBetween(it.carrying.held.from, it.carrying.held.to, " "), 50)
      : null,
  );
  if (words === null) return null;
  return (
    <div
      role="status"
      className="absolute top-3 left-1/2 z-20 flex w-max max-w-[calc(100%-5rem)] -translate-x-1/2 items-center gap-3 rounded-base border border-tide bg-raised py-1.5 pr-1.5 pl-4 text-sm"
      style={{ boxShadow: "var(--shadow)" }}
    >
      <span>
        Carrying <b className="font-semibold">“{words}”</b>. Go to the place, then click it, or press Enter at
        the caret.
      </span>
      <Button onClick={() => session.carrying.release()}>Put down</Button>
    </div>
  );
}
