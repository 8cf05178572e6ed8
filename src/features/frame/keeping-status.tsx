import { useEffect, useRef, useState } from "react";
import { useSession, type KeepingState } from "@/editor";

/** "Kept" is said when nothing was written for so many milliseconds: what is said with every few keys is heard as noise. */
const CALM = 400;

/** Whether all that is on the screen is on disk. */
export function KeepingStatus() {
  const state = useCalmState();
  const session = useSession();
  const wasFault = useRef(false);
  useEffect(() => {
    // What goes well is heard from nobody; what does not, and its end, is.
    const isFault = state.kind === "unreachable" || state.kind === "refused";
    if (isFault || (wasFault.current && state.kind === "kept")) session.notices.speak(wordsOf(state));
    if (state.kind !== "keeping") wasFault.current = isFault;
  }, [session, state]);
  const fault = state.kind === "unreachable" || state.kind === "refused";
  const words = wordsOf(state);
  return (
    <p
      data-kept={state.kind}
      title={words}
      className={`flex max-w-64 items-center gap-1.5 text-sm ${fault ? "text-vermilion" : "text-quiet"}`}
    >
      <Drawing of={fault ? "fault" : state.kind === "kept" ? "kept" : "keeping"} />
      <span className={`line-clamp-2 leading-tight ${fault ? "" : "max-sm:sr-only"}`}>{words}</span>
    </p>
  );
}

/** How it stands, "kept" only once that lasts: while the author writes on, nothing is redrawn. */
function useCalmState(): KeepingState {
  const session = useSession();
  const [shown, setShown] = useState(session.sync.kept);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let [now, last] = [session.sync.kept, session.sync.kept];
    const say = (state: KeepingState) => {
      if (state.kind === "keeping" && last.kind === "keeping") return;
      last = state;
      setShown(state);
    };
    say(now);
    const stop = session.subscribe(() => {
      if (session.sync.kept === now) return;
      now = session.sync.kept;
      clearTimeout(timer);
      if (now.kind === "kept") timer = setTimeout(say, CALM, now);
      else say(now);
    });
    return () => {
      stop();
      clearTimeout(timer);
    };
  }, [session]);
  return shown;
}

/** A ring: open while something is kept, with a tick or a stroke in it else. Changes with every few keys, so it stays one drawing. */
function Drawing({ of }: { of: "kept" | "keeping" | "fault" }) {
  return (
    <svg
      width="15"
      height="15"
      viewBox="0 0 15 15"
      aria-hidden="true"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.3"
      strokeLinecap="round"
      className="shrink-0"
    >
      <circle cx="7.5" cy="7.5" r="6.2" strokeDasharray={of === "keeping" ? "30 9" : undefined} />
      <path d={MARKS[of]} />
    </svg>
  );
}

const MARKS = { kept: "M4.9 7.7l1.9 1.9 3.4-3.7", keeping: "", fault: "M7.5 4.4v3.6M7.5 10.4v.2" };

function wordsOf(state: KeepingState): string {
  if (state.kind === "kept") return "Saved";
  if (state.kind === "keeping") return "Saving …";
  const where = state.stored
    ? "Your changes are stored in this browser."
    : "Your latest changes exist only in this tab.";
  return state.kind === "unreachable"
    ? `Can’t reach the server. ${where}`
    : `Not saved: ${state.why} ${where}`;
}
