import { useRef, useState } from "react";
import { counted } from "@/components/counted";
import { fieldLook } from "@/components/field";
import { useSession, useSessionValue, type Session } from "@/editor";

/** The page in view, which takes the number of another; Page Down and Page Up go on from there. */
export function PageField() {
  const session = useSession();
  const count = useSessionValue((it) => it.pages?.starts.length ?? 0);
  const here = useSessionValue(pageHere);
  const label = useSessionValue((it) => it.pages?.labels.of(here) ?? "");
  const [typed, setTyped] = useState<string | null>(null);
  const field = useRef<HTMLInputElement>(null);
  /** The page one went to from here; to the next it is no jump of its own. */
  const gone = useRef<number | null>(null);
  /** A jump takes the keyboard to the text, from where it comes back at once. */
  const going = useRef(false);
  if (count === 0) return null;

  function go(page: number) {
    const pos = session.pages?.starts[page];
    if (pos === undefined) return;
    going.current = true;
    if (gone.current === null) session.jumps.toPlace(pos);
    else session.jumps.onTo(pos);
    gone.current = page;
    field.current?.focus();
    going.current = false;
  }

  function type(words: string) {
    setTyped(words);
    const wanted = words.trim().toLowerCase();
    const labels = session.pages?.labels;
    if (!labels || wanted === "") return;
    for (let page = 0; page < count; page++) if (labels.of(page).toLowerCase() === wanted) return go(page);
  }

  function key(event: React.KeyboardEvent) {
    const by = { PageDown: 1, ArrowDown: 1, PageUp: -1, ArrowUp: -1 }[event.key];
    if (by) {
      event.preventDefault();
      const next = Math.max(0, Math.min(count - 1, (gone.current ?? here) + by));
      go(next);
      setTyped(session.pages?.labels.of(next) ?? null);
    }
    if (event.key !== "Enter" && event.key !== "Escape") return;
    event.preventDefault();
    session.viewport.focus();
  }

  return (
    <label className="ml-auto flex items-center gap-1 text-xs text-quiet tabular-nums">
      Page
      <input
        ref={field}
        inputMode="numeric"
        autoComplete="off"
        title={`Of ${counted(count, "page")}. Type a number to go there; Page Down goes on to the next.`}
        value={typed ?? label}
        onFocus={(event) => !going.current && event.target.select()}
        onChange={(event) => type(event.target.value)}
        onKeyDown={key}
        onBlur={() => {
          if (going.current) return;
          setTyped(null);
          gone.current = null;
        }}
        className={fieldLook("w-11 h-6! px-1! text-center text-xs! text-ink")}
      />
    </label>
  );
}

/** The current page: that of the caret while it is in view, else the one in view first. */
function pageHere({ pages, viewport: { inView }, store }: Session): number {
  const { from } = store.state.selection;
  return pages?.pageAt(from >= inView.from && from <= inView.to ? from : inView.from) ?? 0;
}
