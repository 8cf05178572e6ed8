import { useEffect } from "react";
import { useSession } from "@/editor";
import { isOneOf } from "@/core/one-of";
import { focusRegion, PARTS, regionOf, REGIONS } from "./regions";

/** F6 leads from the text round the deck, the tray, the band and the rope; Shift+F6 the other way. */
export function RegionKeys() {
  const session = useSession();
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (event.key !== "F6" || event.defaultPrevented || event.ctrlKey || event.altKey || event.metaKey)
        return;
      event.preventDefault();
      const by = event.shiftKey ? -1 : 1;
      const from = Math.max(0, REGIONS.indexOf(regionOf(document.activeElement) ?? "text"));
      for (let step = 1; step < REGIONS.length; step++) {
        const region = REGIONS[(from + step * by + REGIONS.length * step) % REGIONS.length]!;
        // What may be closed is opened first.
        const went = isOneOf(PARTS, region) ? session.dialogs.open(region) : focusRegion(region);
        if (went && regionOf(document.activeElement) === region) return;
      }
    };
    window.addEventListener("keydown", key);
    return () => window.removeEventListener("keydown", key);
  }, [session]);
  return null;
}
