import { useSelectedLayoutSegment } from "next/navigation";
import { useEffect, useState } from "react";
import { STAGES } from "./stages";
import { useTyped } from "@/components/use-typed";
import { useSession, useDocument } from "@/editor";
import { UNTITLED } from "@/core/document";

/** How the title looks in the band. */
export const TITLE_LOOK = "min-w-0 flex-1 truncate px-1.5 font-serif text-base font-semibold";

/** The document's title, to be changed where it stands. Left empty, it is that of the first heading. */
export function TitleField() {
  const session = useSession();
  const title = useDocument((it) => it.title);
  const given = useDocument((it) => it.givenTitle);
  const segment = useSelectedLayoutSegment();
  useEffect(() => {
    const stage =
      STAGES.find(({ path }) => path === `/${segment}`)?.label ?? (segment === "pages" ? "Pages" : null);
    document.title = [...(stage ? [stage] : []), title.slice(0, 200) || UNTITLED, "Gate Rope"].join(" – ");
  }, [title, segment]);
  const [before, setBefore] = useState(given);
  const [typing, setTyping] = useState(false);
  const { shown, type, leave } = useTyped(
    given,
    (words) => session.rename(words),
    (words) => words.trim(),
  );
  return (
    <input
      aria-label="Title of the document"
      title={given === "" ? "Taken from the first heading. Type to change it." : undefined}
      value={typing ? shown : given || title}
      placeholder={UNTITLED}
      dir="auto"
      onFocus={() => setBefore(given)}
      onChange={(event) => {
        setTyping(true);
        type(event.target.value);
      }}
      onBlur={() => {
        setTyping(false);
        leave();
      }}
      onKeyDown={(event) => {
        if (event.key === "Enter") event.currentTarget.blur();
        if (event.key === "Escape") {
          session.rename(before);
          setTyping(false);
          leave();
        }
      }}
      className={`h-8 rounded-base hover:bg-wash ${TITLE_LOOK}`}
    />
  );
}
