import type { Node } from "prosemirror-model";
import { Button } from "@/components/button";
import { Choice } from "@/components/field";
import { NOTICE_NAMES } from "@/components/notice-icon";
import { asKind, idOf, NOTICE_KINDS } from "@/core/document";
import { useSession, withoutNotice } from "@/editor";

const KINDS = NOTICE_KINDS.map((value) => ({ value, label: NOTICE_NAMES[value] }));

/** The kind of a notice. */
export function NoticeOptions({ block }: { block: Node }) {
  const session = useSession();
  return (
    <div className="mb-3 grid gap-2">
      <Choice
        label="Kind of notice"
        value={asKind(block, "notice")!.kind}
        options={KINDS}
        onChange={(kind) =>
          session.changeBlock(idOf(block)!, (tr, pos) => tr.setNodeAttribute(pos, "kind", kind))
        }
      />
      <div>
        <Button
          onClick={() => {
            session.changeBlock(idOf(block)!, withoutNotice);
            // The button is gone with the notice.
            session.viewport.focus();
          }}
        >
          Remove the notice
        </Button>
      </div>
    </div>
  );
}
