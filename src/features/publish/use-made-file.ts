import { useEffect, useRef, useState, type RefObject } from "react";
import { useSession } from "@/editor";
import type { FileJob } from "@/core/collab";
import { messageOf } from "@/core/thrown";
import { cancelFile, followFile, type MakingFile } from "./make-file";

/** A file that is made on the server, as its section shows it. */
export interface MadeFile {
  /** Null before anything was asked for. */
  readonly state: FileJob["state"] | { readonly kind: "asking" } | null;
  readonly making: MakingFile | null;
  readonly busy: boolean;
  /** What takes the keyboard when it is made. */
  readonly result: RefObject<HTMLDivElement | null>;
  make(): void;
  cancel(): void;
}

/** Makes a file and follows it. `called`: what it is, in a sentence; `begin` throws a sentence where it cannot begin; `onMade`: when it is made. */
export function useMadeFile(
  called: string,
  begin: () => Promise<MakingFile>,
  onMade: () => void = () => {},
): MadeFile {
  const session = useSession();
  const [state, setState] = useState<MadeFile["state"]>(null);
  const [making, setMaking] = useState<MakingFile | null>(null);
  const following = useRef<AbortController | null>(null);
  const result = useRef<HTMLDivElement>(null);
  const underWay = useRef<MakingFile | null>(null);

  /** Ends what is under way, here and on the server. */
  function end() {
    following.current?.abort();
    const job = underWay.current;
    underWay.current = null;
    if (job) void cancelFile(job).catch(() => {});
  }
  const endLast = useRef(end);
  // What nobody sees any more would hold a place on the server.
  useEffect(() => () => endLast.current(), []);

  async function make() {
    end();
    const abort = new AbortController();
    following.current = abort;
    setState({ kind: "asking" });
    try {
      const begun = await begin();
      // Cancelled before the server had answered: it does not know yet.
      if (abort.signal.aborted) return void cancelFile(begun).catch(() => {});
      underWay.current = begun;
      setMaking(begun);
      let isMade = false;
      const follow = (next: FileJob["state"]) => {
        if (abort.signal.aborted) return;
        isMade = next.kind === "made";
        setState(next);
      };
      await followFile(begun, follow, abort.signal);
      if (abort.signal.aborted) return;
      underWay.current = null;
      if (isMade) onMade();
      result.current?.focus();
    } catch (error) {
      if (!abort.signal.aborted) setState({ kind: "failed", reason: messageOf(error) });
    }
  }

  function cancel() {
    end();
    setState(null);
    session.notices.say(`The ${called} was cancelled.`);
  }

  return {
    state,
    making,
    busy: state?.kind === "asking" || state?.kind === "making",
    result,
    make: () => void make(),
    cancel,
  };
}
