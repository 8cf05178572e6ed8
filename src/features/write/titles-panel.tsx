import { useEffect, useMemo, useState } from "react";
import { counted } from "@/components/counted";
import { Panel } from "@/components/panel";
import { TitleChoices } from "@/components/title-choices";
import { proposedTitles, typedContents } from "@/core/structure";
import { makeStructure, useSession, useDocument } from "@/editor";

/** The box that lists the lines that look like titles, to be ticked or corrected; then they get their levels in one go. */
export function TitlesPanel() {
  const session = useSession();
  const [open, setOpen] = useState(false);

  useEffect(() => session.dialogs.register("titles", () => setOpen(true)), [session]);

  return (
    <Panel
      title="Lines that look like titles"
      size="large"
      open={open}
      onClose={() => setOpen(false)}
      onReturn={() => session.viewport.focus()}
    >
      <TitlesForm onClose={() => setOpen(false)} />
    </Panel>
  );
}

function TitlesForm({ onClose }: { onClose: () => void }) {
  const session = useSession();
  const { doc } = useDocument((it) => it.index);
  const nothing = useMemo(() => proposedTitles(doc).length + typedContents(doc).length === 0, [doc]);
  if (nothing)
    return (
      <p className="px-4 py-3 text-sm text-quiet">
        No other line of this document looks like a title: none is numbered, bold, larger than the text, in
        capitals or on its own. Place the cursor in a title and press Ctrl+Alt+1 to 6.
      </p>
    );
  return (
    <TitleChoices
      doc={doc}
      submit={(titles) => (titles > 0 ? `Make ${counted(titles, "heading")}` : "Add the contents list")}
      leave="Cancel"
      mustChange
      onMake={(titles, typed, how) => {
        session.dispatch(makeStructure(session.store.state.tr, titles, typed, how));
        session.notices.say(summary(titles.length, typed.length), { undo: true });
        onClose();
      }}
      onLeave={onClose}
    />
  );
}

function summary(titles: number, lists: number): string {
  const parts = [
    ...(titles > 0 ? [counted(titles, "heading was made", "headings were made")] : []),
    ...(lists > 0 ? ["the contents list updates itself"] : []),
  ].join(", and ");
  return `${parts.charAt(0).toUpperCase()}${parts.slice(1)}.`;
}
