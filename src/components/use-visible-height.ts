import { useSyncExternalStore } from "react";

/** A keyboard on the screen takes more than so many pixels; bars of the browser take less. */
const KEYBOARD = 120;

/**
 * How high the part of the window is that a keyboard on the screen leaves free, in pixels; null while there is none, and in browsers that
 * make the window itself smaller for it.
 */
export function useVisibleHeight(): number | null {
  return useSyncExternalStore(watch, visibleHeight, () => null);
}

function visibleHeight(): number | null {
  const viewport = window.visualViewport;
  // Drawn larger by two fingers, less of the page is in view as well.
  if (!viewport || viewport.scale > 1.01 || window.innerHeight - viewport.height < KEYBOARD) return null;
  return Math.round(viewport.height);
}

function watch(changed: () => void): () => void {
  const viewport = window.visualViewport;
  viewport?.addEventListener("resize", changed);
  return () => viewport?.removeEventListener("resize", changed);
}
