import { useState } from "react";

const KEY = "gate-rope whole text";

/**
 * Whether this browser keeps all of the manuscript laid out. Text far out of view is no part of what a screen reader is told
 * of while it is not; laid out as a whole, a long manuscript is slower to write in, so it is chosen, and kept here.
 */
export function useWholeText(): readonly [boolean, (whole: boolean) => void] {
  const [whole, setWhole] = useState(read);
  return [
    whole,
    (next) => {
      setWhole(next);
      try {
        localStorage.setItem(KEY, String(next));
      } catch {
        // It holds for this window then.
      }
    },
  ];
}

function read(): boolean {
  try {
    return localStorage.getItem(KEY) === "true";
  } catch {
    return false;
  }
}
