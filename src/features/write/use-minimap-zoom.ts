import { scaleLinear, select, zoom, zoomIdentity, type ScaleLinear, type ZoomBehavior } from "d3";
import { useEffect, useMemo, useRef, useState, type RefObject } from "react";

/** From positions of the document to pixels on the rope. */
export type MinimapScale = ScaleLinear<number, number>;

/** How far from the ends of its room the rope begins and ends. */
export const END = 14;
const MAX_ZOOM = 400;

export interface MinimapZoom {
  readonly y: MinimapScale;
  /** How much larger than the whole; 1 shows all of it. */
  readonly times: number;
  /** Draws larger or smaller about a position that stays in the middle. */
  by: (factor: number, about: number) => void;
  reset: () => void;
  /** Brings a position into the rope's window, where it is not. */
  show: (pos: number) => void;
}

/**
 * The scale of the rope, zoomed and drawn along by wheel, mouse and touch on an element, or from outside. Only up and down;
 * never beyond the ends of the document.
 */
export function useMinimapZoom(
  box: RefObject<HTMLElement | null>,
  size: number,
  height: number,
): MinimapZoom {
  const [transform, setTransform] = useState(zoomIdentity);
  const behaviour = useRef<ZoomBehavior<HTMLElement, unknown> | null>(null);
  const whole = useMemo(
    () => scaleLinear([0, Math.max(size, 1)], [END, Math.max(height - END, END)]),
    [size, height],
  );

  useEffect(() => {
    const element = box.current;
    if (!element || height === 0) return;
    const made = zoom<HTMLElement, unknown>()
      .scaleExtent([1, MAX_ZOOM])
      .extent([
        [0, 0],
        [1, height],
      ])
      .translateExtent([
        [0, 0],
        [1, height],
      ])
      // The bracket, and buttons, are dragged and pressed for themselves.
      .filter((event: Event & { button?: number }) => !event.button && !isForItself(event))
      .clickDistance(4)
      .on("zoom", (event: { transform: typeof zoomIdentity }) => setTransform(event.transform));
    behaviour.current = made;
    const selection = select(element).call(made).on("dblclick.zoom", null);
    return () => {
      selection.on(".zoom", null);
      behaviour.current = null;
    };
  }, [box, height]);

  const set = (next: typeof zoomIdentity) => {
    const element = box.current;
    if (element && behaviour.current) select(element).call(behaviour.current.transform, next);
  };

  const y = useMemo(() => transform.rescaleY(whole), [transform, whole]);
  return {
    y,
    times: transform.k,
    by: (factor, about) => {
      const times = Math.min(MAX_ZOOM, Math.max(1, transform.k * factor));
      set(within(times, height / 2 - times * whole(about), height));
    },
    reset: () => set(zoomIdentity),
    show: (pos) => {
      const at = y(pos);
      if (transform.k > 1 && (at < 0 || at > height))
        set(within(transform.k, height / 2 - transform.k * whole(pos), height));
    },
  };
}

/** A transform that shows nothing beyond the ends. */
function within(times: number, shift: number, height: number) {
  const least = height * (1 - times);
  return zoomIdentity.translate(0, Math.min(0, Math.max(least, shift))).scale(times);
}

function isForItself({ type, target }: Event): boolean {
  return type !== "wheel" && target instanceof Element && target.closest("button, [data-bracket]") !== null;
}
