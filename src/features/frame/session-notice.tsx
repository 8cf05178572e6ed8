import { undo } from "prosemirror-history";
import { useState } from "react";
import { NoticeBar } from "@/components/notice-bar";
import { useSession, useSessionValue } from "@/editor";

/** What the session last told its author. */
export function SessionNotice() {
  const session = useSession();
  const notice = useSessionValue((it) => it.notice);
  const [closed, setClosed] = useState(0);
  if (!notice || notice.id === closed) return null;
  return (
    <NoticeBar
      key={notice.id}
      onClose={() => setClosed(notice.id)}
      action={notice.undo ? { label: "Undo", run: () => session.run(undo) } : undefined}
    >
      {notice.text}
    </NoticeBar>
  );
}
