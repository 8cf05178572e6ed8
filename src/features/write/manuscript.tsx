import { settingsOf } from "@/core/document";
import { useEffect, useLayoutEffect, useMemo, useRef } from "react";
import { Button } from "@/components/button";
import { StyleRules } from "@/components/style-rules";
import { documentRules } from "@/core/styles";
import { useSession, useDocument, useSessionValue } from "@/editor";
import { useWholeText } from "./whole-text";

/** The manuscript: one continuous column. The editor draws in it; React only gives it a place. */
export function Manuscript() {
  const session = useSession();
  const place = useRef<HTMLDivElement>(null);
  const carrying = useSessionValue((it) => it.linkByPointing.linked?.purpose === "carry");
  const [whole, setWhole] = useWholeText();
  const empty = useDocument((it) => it.index.doc.childCount === 1 && it.index.doc.content.size === 2);

  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (!event.altKey || !(event.ctrlKey || event.metaKey) || event.code !== "KeyW") return;
      event.preventDefault();
      setWhole(!whole);
      session.notices.speak(
        whole
          ? "Screen readers get the text around the cursor"
          : "Screen readers get the whole text; keys may take longer",
      );
    };
    window.addEventListener("keydown", key);
    return () => window.removeEventListener("keydown", key);
  });

  // Before it is painted, for the first words are on the screen already and the editor takes their place; and taken away while it
  // can still be measured.
  useLayoutEffect(() => {
    const unmount = session.mount(place.current!);
    session.viewport.focus();
    return () => {
      session.viewport.leave();
      unmount();
    };
  }, [session]);

  return (
    <>
      <p id="about-manuscript" className="sr-only">
        {whole
          ? "Screen readers get the whole text."
          : "Screen readers get the text around the cursor; Ctrl+Alt+W gives them the whole text."}{" "}
        Ctrl+J jumps to a heading, F6 leads to the deck, F2 to the tray.
      </p>
      <Button
        aria-pressed={whole}
        onClick={() => setWhole(!whole)}
        className="sr-only focus:not-sr-only focus:absolute focus:top-2 focus:left-2 focus:z-20"
      >
        Give screen readers the whole text
      </Button>
      <Drawing />
      {/* Contained, so that the browser lays out nothing around it for a key. */}
      <div
        data-scroller
        data-whole={whole || undefined}
        className={`h-full overflow-y-auto px-(--text-margin) contain-strict ${carrying ? "[&_.manuscript]:cursor-crosshair" : ""}`}
      >
        {empty && (
          <p className="mx-auto max-w-160 pt-10 text-sm text-quiet">
            Write or paste text. Give titles a level with Ctrl+Alt+1 to 6, and sections, the rope and contents
            lists follow.
          </p>
        )}
        <Looks />
        <div ref={place} />
      </div>
    </>
  );
}

/** The document's style sheet at work. */
function Looks() {
  const styles = useDocument((it) => it.index.sheet);
  const language = useDocument((it) => settingsOf(it.state.doc).language);
  const rules = useMemo(() => documentRules({ styles, language }, ".manuscript"), [styles, language]);
  return <StyleRules>{rules}</StyleRules>;
}

/** How much of a long manuscript is drawn. The text in view stands at once; the rest follows within seconds. */
function Drawing() {
  const percent = useSessionValue((it) => Math.floor(it.viewport.drawnShare * 20) * 5);
  if (percent >= 100) return null;
  return (
    <div
      role="progressbar"
      aria-label="Drawing the rest of the document"
      aria-valuenow={percent}
      className="absolute inset-x-0 top-0 z-10 h-0.5 bg-line"
    >
      <div className="h-full bg-tide" style={{ width: `${percent}%` }} />
    </div>
  );
}
