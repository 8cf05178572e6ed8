import { useEffect, useState } from "react";
import { Button } from "@/components/button";
import { ownStyleOf, type StyleName } from "@/core/document";
import { STYLE_TITLES } from "@/core/styles";
import {
  clearFormatting,
  giveLookToStyle,
  isHandFormatted,
  ownStyleAt,
  styledBlock,
  useSession,
  useDocument,
  useSessionValue,
  type Session,
} from "@/editor";
import { StyleEditor } from "./style-editor";

/** The style of the block with the caret: where the block differs from it, and the style itself to be changed. */
export function StyleSection() {
  const session = useSession();
  const [open, setOpen] = useState<"by key" | "by hand" | null>(null);
  const style = useSessionValue(styleHere);
  const own = useDocument((it) => ownStyleOf(it.index.sheet, ownStyleAt(it.state, "paragraphs"))?.name);
  const differs = useSessionValue(differencesHere);
  useEffect(
    () =>
      session.dialogs.register("styles", () => {
        setOpen("by key");
        // It is open already.
        document.querySelector<HTMLElement>("[data-style-choice]")?.focus();
      }),
    [session],
  );
  if (!style) return null;
  return (
    <section aria-label="Style" className="border-b border-line px-4 py-3 text-sm">
      <div className="flex items-center gap-2">
        <h2 className="min-w-0 flex-1 truncate font-semibold">Style: {STYLE_TITLES[style]}</h2>
        <Button
          look="quiet"
          aria-expanded={open !== null}
          onClick={() => setOpen(open ? null : "by hand")}
          title="Ctrl+Alt+S"
          className="-mr-2 px-2!"
        >
          {open ? "Close styles" : "Change style"}
        </Button>
      </div>
      {differs !== null && <Differences words={differs} style={own ?? STYLE_TITLES[style]} />}
      {open && <StyleEditor here={style} takesKeyboard={open === "by key"} />}
    </section>
  );
}

function Differences({ words, style }: { words: string; style: string }) {
  const session = useSession();
  return (
    <div className="mt-1">
      <p className="text-quiet">
        By hand: <span className="text-ink">{words || "colour or size of some words"}</span>
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button onClick={() => session.run(clearFormatting)}>As its style</Button>
        {words !== "" && (
          <Button onClick={() => session.run(giveLookToStyle)}>{style} looks like this</Button>
        )}
      </div>
    </div>
  );
}

function styleHere(session: Session): StyleName | null {
  return styledBlock(session.store.state)?.style ?? null;
}

/** What was done by hand to the block with the caret, in words; empty where only some words differ, null where nothing does. */
function differencesHere(session: Session): string | null {
  const block = styledBlock(session.store.state);
  return block && isHandFormatted(block) ? block.hand.words.join(", ") : null;
}
