import { Button } from "@/components/button";
import { frozenAt, thawList, useSession, useSessionValue } from "@/editor";

/** Where the caret stands in the text of a list that was generated: the way back to a living one. */
export function FrozenList() {
  const session = useSession();
  const stands = useSessionValue((it) => frozenAt(it.state) !== null);
  if (!stands) return null;

  function thaw() {
    const tr = thawList(session.state.tr, session.state);
    if (!tr) return;
    session.dispatch(tr);
    session.say("The list keeps itself current again.", { undo: true });
    session.focus();
  }

  return (
    <section aria-label="Frozen list" className="border-b border-line px-4 py-3 text-sm">
      <h2 className="mb-1 font-semibold">Text of a list</h2>
      <p className="mb-2 text-quiet">It stays as it is, whatever becomes of the places it names.</p>
      <Button onClick={thaw}>Make it a living list again</Button>
    </section>
  );
}
