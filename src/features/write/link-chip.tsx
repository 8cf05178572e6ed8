import { useLayoutEffect, useRef, useState } from "react";
import { Button } from "@/components/button";
import { Sign } from "@/components/signs";
import { TargetSign } from "@/features/frame/target-sign";
import { shortened } from "@/core/document";
import { linkAt, removeLink, useSession, useSessionValue, type Session } from "@/editor";
import { summarise, type LinkPiece } from "@/core/destinations";
import { calledOf, follow } from "@/core/links";

/** The caret stands in a link: where it leads, and going there. An ordinary click never follows a link. */
export function LinkChip() {
  const session = useSession();
  const piece = useSessionValue(pieceAtCaret);
  const index = useSessionValue((it) => it.outline);
  const inView = useSessionValue((it) => it.inView);
  useSessionValue((it) => it.elsewhere.shelf);
  const chip = useRef<HTMLDivElement>(null);
  const [place, setPlace] = useState<{ left: number; top: number } | null>(null);
  const link = piece && linkAt(session.index, session.state.selection.from);
  const from = link?.from ?? null;

  useLayoutEffect(() => {
    const coords = from === null ? null : session.coordsAt(from);
    const frame = chip.current?.parentElement?.getBoundingClientRect();
    if (!coords || !frame) return setPlace(null);
    const left = Math.min(coords.left - frame.left, frame.width - (chip.current?.offsetWidth ?? 0) - 12);
    setPlace({ left: Math.max(left, 12), top: coords.bottom - frame.top + 6 });
  }, [session, from, piece, inView]);

  if (!link) return null;
  const { shelf } = session.elsewhere;
  const followed = follow(link.target, index, shelf);
  return (
    <div
      ref={chip}
      data-link-chip
      className="absolute z-20 flex max-w-md items-center gap-2 rounded-base border border-line bg-raised py-1 pr-1 pl-3 text-sm"
      style={{ boxShadow: "var(--shadow)", ...(place ?? { visibility: "hidden" }) }}
    >
      {followed.lands ? (
        <>
          <TargetSign target={link.target} destination={followed.destination} />
          <span className="truncate">{shortened(calledOf(link.target, index, shelf), 60) || "Untitled"}</span>
          <Button onClick={() => session.following.follow(link.target)} title="Ctrl+click goes at once">
            {link.target.kind === "action" ? "Do" : "Go"}
          </Button>
        </>
      ) : (
        <>
          <Sign kind="fault" />
          <span className="text-vermilion">Adrift. {followed.why}</span>
        </>
      )}
      <Button look="quiet" onClick={() => session.ask("link")}>
        Change
      </Button>
      <Button look="quiet" onClick={() => unlink(session)}>
        Unlink
      </Button>
    </div>
  );
}

/** The link at the caret as its block knows it: the same object while nothing in the block changed. */
function pieceAtCaret(session: Session): LinkPiece | null {
  const { empty, $from } = session.state.selection;
  if (!empty || $from.depth === 0 || session.carrying.held) return null;
  const at = $from.pos - $from.before(1);
  return (
    summarise($from.node(1)).links.find((link) => !link.reference && link.from <= at && at <= link.to) ?? null
  );
}

function unlink(session: Session): void {
  const link = linkAt(session.index, session.state.selection.from);
  if (!link) return;
  session.dispatch(removeLink(session.state.tr, link));
  session.focus();
}
