import { Button } from "@/components/button";
import { frozenAt, thawList, useSession, useDocument } from "@/editor";

/** Where the caret stands in the text of a list that was generated: the way back to a living one. */
export function FrozenList() {
  const session = useSession();
  const stands = useDocument((it) => frozenAt(it.state) !== null);
  if (!stands) return null;

  function thaw() {
    const tr = thawList(session.store.state.tr, session.store.state);
    if (!tr) return;
    session.dispatch(tr);
    session.notices.say("The list is live again.", { undo: true });
    session.viewport.focus();
  }

  return (
    <section aria-label="Frozen list" className="border-b border-line px-4 py-3 text-sm">
      <h2 className="mb-1 font-semibold">Text of a list</h2>
      <p className="mb-2 text-quiet">It no longer follows the places it names.</p>
      <Button onClick={thaw}>Make it live again</Button>
    </section>
  );
}
