import { useEffect } from "react";
import { useSession } from "@/editor";

/** The name under which an entry of the browser's history knows how many jumps were made before it. */
const JUMPS = "gateRopeJumps";

/** The browser's Back and Forward walk through the author's jumps before they leave the document. */
export function JumpHistory() {
  const session = useSession();
  useEffect(() => {
    let depth = jumpsOf(history.state);
    // As far as Forward leads within the document.
    let farthest = depth;
    // Steps through the browser's history that follow one of the session's own.
    let own = 0;
    const stop = session.jumps.watch((way) => {
      if (way === "jump") {
        farthest = ++depth;
        history.pushState({ [JUMPS]: depth }, "");
      } else if (way === "back" ? depth > 0 : depth < farthest) {
        own++;
        depth += way === "back" ? -1 : 1;
        history.go(way === "back" ? -1 : 1);
      }
    });
    const walk = ({ state }: PopStateEvent) => {
      const to = jumpsOf(state);
      if (own > 0) {
        own--;
        return;
      }
      const by = to - depth;
      depth = to;
      // An entry of before a reload leads nowhere any more: on to the one before it.
      if (by < 0 && !session.jumps.back({ told: false }) && to > 0) history.back();
      else if (by > 0) session.jumps.forward({ told: false });
    };
    window.addEventListener("popstate", walk);
    return () => {
      stop();
      window.removeEventListener("popstate", walk);
    };
  }, [session]);
  return null;
}

function jumpsOf(state: unknown): number {
  const jumps = typeof state === "object" && state !== null ? Reflect.get(state, JUMPS) : 0;
  return typeof jumps === "number" ? jumps : 0;
}
