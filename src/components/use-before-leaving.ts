import { useEffect } from "react";

/** Does something before the page goes away: closed, reloaded, or left for another. */
export function useBeforeLeaving(keep: () => void): void {
  useEffect(() => {
    // Before whatever else is sent then.
    window.addEventListener("pagehide", keep, { capture: true });
    return () => window.removeEventListener("pagehide", keep, { capture: true });
  });
}
