import { redo, undo } from "prosemirror-history";
import type { Command } from "prosemirror-state";
import { useEffect } from "react";
import { useSession } from "@/editor";

/** The keys that take back and do again work on every stage, wherever the keyboard is but in words with an undo of their own. */
export function UndoKeys() {
  const session = useSession();
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (event.defaultPrevented || (event.target instanceof Element && takesWords(event.target))) return;
      const takeBack = takeBackOf(event);
      if (!takeBack) return;
      event.preventDefault();
      if (!session.run(takeBack, { focus: false }))
        session.notices.say(takeBack === undo ? "There is nothing to undo." : "There is nothing to redo.");
    };
    // Behind all that know more of what the key means where they are.
    window.addEventListener("keydown", key);
    return () => window.removeEventListener("keydown", key);
  }, [session]);
  return null;
}

function takesWords(target: Element): boolean {
  return target.matches(
    "textarea, input:not([type=checkbox], [type=radio]), [contenteditable=true], [contenteditable=true] *",
  );
}

/** What a key takes back or does again in the document; null for any other. */
function takeBackOf({ key, ctrlKey, metaKey, shiftKey, altKey }: KeyboardEvent): Command | null {
  if (!(ctrlKey || metaKey) || altKey) return null;
  const letter = key.toLowerCase();
  return letter === "z" ? (shiftKey ? redo : undo) : letter === "y" ? redo : null;
}
