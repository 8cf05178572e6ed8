import { useCallback, useSyncExternalStore } from "react";

/** Beside the text there is room for nothing: Tailwind's `lg` begins here, in pixels. */
const NO_ROOM_BESIDE = 1024;
/** A table has room for what matters most only: Tailwind's `md` begins here. */
export const NO_ROOM_FOR_COLUMNS = 768;

/** Whether the window is narrower than so many pixels: a phone, or a window at 200 % and more. */
export function useNarrow(below = NO_ROOM_BESIDE): boolean {
  const query = `(max-width: ${below - 0.02}px)`;
  const watch = useCallback(
    (changed: () => void) => {
      const list = matchMedia(query);
      list.addEventListener("change", changed);
      return () => list.removeEventListener("change", changed);
    },
    [query],
  );
  return useSyncExternalStore(
    watch,
    () => matchMedia(query).matches,
    () => false,
  );
}
