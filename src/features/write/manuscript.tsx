import { useEffect, useRef } from "react";
import { useSession, useSessionValue } from "@/editor";

/** The manuscript: one continuous column. The editor draws in it; React only gives it a place. */
export function Manuscript() {
  const session = useSession();
  const place = useRef<HTMLDivElement>(null);
  const carrying = useSessionValue((it) => it.held?.purpose === "carry");
  const empty = useSessionValue((it) => it.index.doc.childCount === 1 && it.index.doc.content.size === 2);

  useEffect(() => {
    const unmount = session.mount(place.current!);
    session.focus();
    return unmount;
  }, [session]);

  return (
    <div
      data-scroller
      className={`h-full overflow-y-auto px-16 ${carrying ? "[&_.manuscript]:cursor-crosshair" : ""}`}
    >
      {empty && (
        <p className="mx-auto max-w-160 pt-10 text-sm text-quiet">
          Write, or paste a text. Then give its titles a level with Ctrl+Alt+1 to 6: sections, the rope and
          contents lists follow.
        </p>
      )}
      <div ref={place} />
    </div>
  );
}
