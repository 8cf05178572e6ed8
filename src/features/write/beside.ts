import { useCallback, useState } from "react";
import { z } from "zod";
import { useNarrow } from "@/components/use-narrow";
import { PARTS, type Part } from "@/features/frame/regions";
import { keepInBrowser, readKept } from "@/editor";

/** What is open: in a wide window the rope and the deck always, and the tray or not; in a narrow one at most one part. */
const stateShape = z.object({ inspector: z.boolean(), sheet: z.enum(PARTS).nullable() });
type State = z.infer<typeof stateShape>;

const KEY = "gate-rope beside the text";
const FIRST: State = { inspector: true, sheet: null };

/** What of the parts beside the text is open, as this browser keeps it: each stage and document opens with the same. */
export function useBeside() {
  const narrow = useNarrow();
  const [state, setState] = useState(readState);
  const change = useCallback((next: (before: State) => State) => {
    setState((before) => {
      const after = next(before);
      keepInBrowser(KEY, JSON.stringify(after));
      return after;
    });
  }, []);
  const isOpen = (part: Part) => (narrow ? state.sheet === part : part !== "inspector" || state.inspector);
  return {
    narrow,
    isOpen,
    open: (part: Part) =>
      change((before) =>
        narrow
          ? { ...before, sheet: part }
          : { ...before, inspector: before.inspector || part === "inspector" },
      ),
    close: (part: Part) =>
      change((before) => ({
        inspector: narrow || part !== "inspector" ? before.inspector : false,
        sheet: before.sheet === part ? null : before.sheet,
      })),
  };
}

function readState(): State {
  try {
    return stateShape.parse(JSON.parse(readKept(KEY) ?? ""));
  } catch {
    return FIRST;
  }
}
