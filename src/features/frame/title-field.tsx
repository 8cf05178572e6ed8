import { useState } from "react";
import { useTyped } from "@/components/use-typed";
import { useSession } from "@/editor";

/** How the title looks in the band. */
export const TITLE_LOOK = "min-w-0 flex-1 truncate px-1.5 font-serif text-base font-semibold";

/** The document's title, to be changed where it stands. */
export function TitleField({ title }: { title: string }) {
  const session = useSession();
  const { shown, type, leave } = useTyped(
    title,
    (words) => session.rename(words),
    (words) => words.trim() || null,
  );
  const [before, setBefore] = useState(title);
  return (
    <input
      aria-label="Title of the document"
      value={shown}
      dir="auto"
      onFocus={() => setBefore(title)}
      onChange={(event) => type(event.target.value)}
      onBlur={leave}
      onKeyDown={(event) => {
        if (event.key === "Enter") event.currentTarget.blur();
        if (event.key === "Escape") {
          session.rename(before);
          leave();
        }
      }}
      className={`h-8 rounded-base hover:bg-wash ${TITLE_LOOK}`}
    />
  );
}
