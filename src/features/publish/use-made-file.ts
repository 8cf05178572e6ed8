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

/** Makes a file and follows it. `called`: what it is, in a sentence; `begin` throws a sentence where it cannot begin. */
export function useMadeFile(called: string, begin: () => Promise<MakingFile>): MadeFile {
  const session = useSession();
  const [state, setState] = useState<MadeFile["state"]>(null);
  const [making, setMaking] = useState<MakingFile | null>(null);
  const following = useRef<AbortController | null>(null);
  const result = useRef<HTMLDivElement>(null);
  useEffect(() => () => following.current?.abort(), []);

  async function make() {
    following.current?.abort();
    const abort = new AbortController();
    following.current = abort;
    setState({ kind: "asking" });
    try {
      const begun = await begin();
      setMaking(begun);
      await followFile(begun, (next) => !abort.signal.aborted && setState(next), abort.signal);
      result.current?.focus();
    } catch (error) {
      if (!abort.signal.aborted) setState({ kind: "failed", reason: messageOf(error) });
    }
  }

  function cancel() {
    following.current?.abort();
    setState(null);
    if (making) void cancelFile(making).catch(() => {});
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
