import { useState } from "react";
import { keepInBrowser, readKept } from "@/editor";

const KEY = "gate-rope whole text";

/**
 * Whether this browser keeps all of the manuscript laid out. Text far out of view is no part of what a screen reader is told
 * of while it is not; laid out as a whole, a long manuscript is slower to write in, so it is chosen, and kept here. Where the
 * browser keeps nothing it holds for this window.
 */
export function useWholeText(): readonly [boolean, (whole: boolean) => void] {
  const [whole, setWhole] = useState(() => readKept(KEY) === "true");
  return [
    whole,
    (next) => {
      setWhole(next);
      keepInBrowser(KEY, String(next));
    },
  ];
}
