import type { ReactNode } from "react";
import { KindIcon, type IconKind } from "@/components/kind-icons";

/** A line to choose from: what it is called, and at the right what it is or where. */
export function EntryLine({ kind, name, about }: { kind: IconKind | null; name: ReactNode; about: string }) {
  return (
    <>
      {kind && <KindIcon kind={kind} />}
      <span className="min-w-0 flex-1 truncate" dir="auto">
        {name}
      </span>
      <span className="sr-only">, </span>
      <span className="max-w-[45%] shrink-0 truncate text-sm text-quiet" dir="auto">
        {about}
      </span>
    </>
  );
}
