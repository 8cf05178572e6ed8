import { useRef } from "react";
import { useSession, useSessionValue } from "@/editor";
import type { MinimapScale } from "./use-minimap-zoom";

/** The part in view. Dragging it scrolls the manuscript. */
export function MinimapBracket({ y }: { y: MinimapScale }) {
  const session = useSession();
  const { from, to } = useSessionValue((it) => it.viewport.inView);
  const drag = useRef<{ grip: number } | null>(null);
  const top = y(from);
  const length = Math.max(y(to) - top, 10);
  return (
    <div
      aria-hidden="true"
      data-bracket
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        drag.current = { grip: event.clientY - top };
      }}
      onPointerMove={(event) => {
        if (drag.current)
          session.viewport.scrollTo(
            Math.round(Math.min(Math.max(y.invert(event.clientY - drag.current.grip), 0), y.domain()[1]!)),
            0,
          );
      }}
      onPointerUp={() => {
        drag.current = null;
      }}
      className="absolute left-1 w-2.5 cursor-grab touch-none border-2 border-r-0 border-ink"
      style={{ top, height: length }}
    />
  );
}
