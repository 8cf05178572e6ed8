import { useEffect, type ReactNode } from "react";
import { useSession } from "@/editor";

/**
 * What is shown over the manuscript while something is under way there. `says`: what of it a screen reader tells, once, in the region
 * that is always there.
 */
export function Bar({ says, children }: { says: string; children: ReactNode }) {
  const session = useSession();
  useEffect(() => session.notices.speak(says), [session, says]);
  return (
    <div
      role="group"
      aria-label="Under way"
      className="absolute top-3 left-1/2 z-20 flex w-max max-w-[calc(100%-5rem)] -translate-x-1/2 items-center gap-3 rounded-base border border-tide bg-raised py-1.5 pr-1.5 pl-4 text-sm"
      style={{ boxShadow: "var(--shadow)" }}
    >
      {children}
    </div>
  );
}
