import { clsx } from "clsx";
import { useEffect, useLayoutEffect, useRef, useState } from "react";
import { Button } from "@/components/button";
import { KindIcon } from "@/components/kind-icons";
import { TargetIcon } from "@/features/frame/target-icon";
import { shortened, UNTITLED } from "@/core/document";
import { linkAt, removeLink, useSession, useDocument, useSessionValue, type Session } from "@/editor";
import { summarise, type LinkPiece, type LinkPlace } from "@/core/index";
import { calledOf, follow, targetKey } from "@/core/links";

/**
 * The caret stands in a link: where it leads, and going there. An ordinary click never follows a link. It stands at the edge of the
 * text that is farther from the caret, so that it covers no line that is written or read; Escape takes it away.
 */
export function LinkChip() {
  const session = useSession();
  const piece = useSessionValue(pieceAtCaret);
  const index = useDocument((it) => it.outline);
  const inView = useSessionValue((it) => it.viewport.inView);
  useSessionValue((it) => it.elsewhere.library);
  const chip = useRef<HTMLDivElement>(null);
  const [atTop, setAtTop] = useState(false);
  const [closed, setClosed] = useState<string | null>(null);
  const at = useDocument((it) => linkAt(it.index, it.state.selection.from), isSameLink);
  const link = piece && at;
  const from = link?.from ?? null;
  const key = link && targetKey(link.target);
  const shown = key !== null && key !== closed;

  useLayoutEffect(() => {
    const coords = from === null ? null : session.viewport.coordsAt(from);
    const frame = chip.current?.parentElement?.getBoundingClientRect();
    if (coords && frame) setAtTop(coords.top > frame.top + frame.height / 2);
  }, [session, from, piece, inView]);

  // Who comes back to it sees it again.
  if (key === null && closed !== null) setClosed(null);

  useEffect(() => {
    if (!shown) return;
    const take = (event: KeyboardEvent) => {
      const { activeElement } = document;
      if (event.key !== "Escape" || !activeElement) return;
      if (chip.current?.contains(activeElement)) session.viewport.focus();
      // The editor takes every Escape as its own, also where it does nothing with it.
      else if (!activeElement.matches(".manuscript")) return;
      event.preventDefault();
      setClosed(key);
    };
    window.addEventListener("keydown", take);
    return () => window.removeEventListener("keydown", take);
  }, [session, shown, key]);

  const { library } = session.elsewhere;
  const followed = link && follow(link.target, index, library);
  const called = link ? shortened(calledOf(link.target, index, library), 60) || UNTITLED : "";
  useEffect(() => {
    if (shown) session.notices.speak(`Link to ${called}. Its box is reached with Tab; Escape closes it.`);
  }, [session, shown, called]);

  if (!shown || !link || !followed) return null;
  return (
    <div
      ref={chip}
      data-link-chip
      role="group"
      aria-label={`Link to ${called}`}
      className={clsx(
        "absolute left-3 z-20 flex max-w-[min(28rem,calc(100%-4.5rem))] flex-wrap items-center gap-x-2 rounded-base border border-line bg-raised py-1 pr-1 pl-3 text-sm",
        atTop ? "top-2" : "bottom-3 max-lg:bottom-14 short:max-lg:bottom-1",
      )}
      style={{ boxShadow: "var(--shadow)" }}
    >
      {followed.lands ? (
        <>
          <TargetIcon target={link.target} destination={followed.destination} />
          <span className="min-w-0 flex-1 truncate">{called}</span>
          <Button onClick={() => session.following.follow(link.target)} title="Ctrl+click goes at once">
            {link.target.kind === "action" ? "Do" : "Go"}
          </Button>
        </>
      ) : (
        <>
          <KindIcon kind="fault" />
          <span className="text-vermilion">Broken. {followed.why}</span>
        </>
      )}
      <Button look="quiet" onClick={() => session.dialogs.open("link")}>
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
  const { empty, $from } = session.store.state.selection;
  if (!empty || $from.depth === 0 || session.linkByPointing.linked) return null;
  const at = $from.pos - $from.before(1);
  return (
    summarise($from.node(1)).links.find((link) => !link.reference && link.from <= at && at <= link.to) ?? null
  );
}

function unlink(session: Session): void {
  const link = linkAt(session.store.index, session.store.state.selection.from);
  if (!link) return;
  session.dispatch(removeLink(session.store.state.tr, link));
  session.viewport.focus();
}

/** Whether the same words lead to the same place. */
function isSameLink(a: LinkPlace | null, b: LinkPlace | null): boolean {
  if (!a || !b) return a === b;
  return a.from === b.from && a.to === b.to && targetKey(a.target) === targetKey(b.target);
}
