import { useEffect, useState } from "react";
import { FormButtons } from "@/components/form-buttons";
import { TextField } from "@/components/field";
import { Panel } from "@/components/panel";
import { proposeAnchor } from "@/core/destinations";
import { shortened } from "@/core/document";
import { addBookmarkOn, freeName, proposedName, useSession, useSessionValue } from "@/editor";

/** The box in which a bookmark on the selection, or at the caret, gets its name. Any wording will do. */
export function BookmarkPanel() {
  const session = useSession();
  const [proposed, setProposed] = useState<string | null>(null);

  useEffect(
    () =>
      session.offer("bookmark", () => {
        setProposed(proposedName(session.state, session.index));
        session.carrying.hold("choose");
      }),
    [session],
  );

  function close() {
    setProposed(null);
    if (session.carrying.held?.purpose === "choose") session.carrying.release();
  }

  return (
    <Panel title="New bookmark" open={proposed !== null} onClose={close} onReturn={() => session.focus()}>
      {proposed !== null && <BookmarkForm proposed={proposed} onClose={close} />}
    </Panel>
  );
}

function BookmarkForm({ proposed, onClose }: { proposed: string; onClose: () => void }) {
  const session = useSession();
  const index = useSessionValue((it) => it.outline);
  const [typed, setTyped] = useState(proposed);
  const { name, taken } = freeName(typed, index);

  function create() {
    const { state } = session;
    const tr = state.tr;
    addBookmarkOn(tr, state.selection, name);
    session.dispatch(tr);
    if (taken)
      session.say(
        `“${shortened(typed.trim(), 40)}” was taken, so the bookmark is called “${shortened(name, 44)}”.`,
        { undo: true },
      );
    onClose();
  }

  return (
    <form
      className="flex flex-col gap-3 p-4"
      onSubmit={(event) => {
        event.preventDefault();
        create();
      }}
    >
      <TextField
        label="Name"
        value={typed}
        dir="auto"
        autoFocus
        onFocus={(event) => event.target.select()}
        onChange={(event) => setTyped(event.target.value)}
        hint={
          <>
            Anchor{" "}
            <code className="font-mono text-ink">#{proposeAnchor(name, "bookmark", index.anchors)}</code>
            {taken && <> · this name is taken, so it becomes “{shortened(name, 44)}”</>}
          </>
        }
      />
      <FormButtons submit="Set bookmark" onCancel={onClose} />
    </form>
  );
}
