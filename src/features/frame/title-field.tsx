import { useState } from "react";
import { useSession } from "@/editor";

/** How the title looks in the band. */
export const TITLE_LOOK = "min-w-0 flex-1 truncate px-1.5 font-serif text-base font-semibold";

/** The document's title, to be changed where it stands. */
export function TitleField({ title }: { title: string }) {
  const session = useSession();
  const [typed, setTyped] = useState(title);
  return (
    <input
      aria-label="Title of the document"
      value={typed}
      dir="auto"
      onChange={(event) => setTyped(event.target.value)}
      onBlur={() => session.rename(typed.trim() || "Untitled")}
      onKeyDown={(event) => {
        if (event.key === "Enter") event.currentTarget.blur();
        if (event.key === "Escape") setTyped(title);
      }}
      className={`h-8 rounded-base hover:bg-wash ${TITLE_LOOK}`}
    />
  );
}
