import { undo } from "prosemirror-history";
import { useState } from "react";
import { NoticeBar } from "@/components/notice-bar";
import { useSession, useSessionValue } from "@/editor";

/** What the session last told its author. */
export function SessionNotice() {
  const session = useSession();
  const notice = useSessionValue((it) => it.notices.current);
  const spoken = useSessionValue((it) => it.notices.spoken);
  const [closed, setClosed] = useState(0);
  const shown = notice && notice.id !== closed ? notice : null;
  return (
    <NoticeBar
      inFlow
      notice={
        shown && {
          key: shown.id,
          words: shown.text,
          action: shown.undo ? { label: "Undo", run: () => session.run(undo) } : undefined,
        }
      }
      // The same words once more are heard once more where they differ by what nobody hears.
      spoken={spoken.words + (spoken.id % 2 ? "\u00a0" : "")}
      onClose={() => setClosed(notice?.id ?? 0)}
    />
  );
}
