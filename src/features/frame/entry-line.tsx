import type { ReactNode } from "react";
import { Sign, type SignKind } from "@/components/signs";

/** A line to choose from: what it is called, and at the right what it is or where. */
export function EntryLine({ kind, name, about }: { kind: SignKind | null; name: ReactNode; about: string }) {
  return (
    <>
      {kind && <Sign kind={kind} />}
      <span className="min-w-0 flex-1 truncate" dir="auto">
        {name}
      </span>
      <span className="max-w-[45%] shrink-0 truncate text-sm text-quiet" dir="auto">
        {about}
      </span>
    </>
  );
}
