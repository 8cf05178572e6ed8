import { ArrowLeftToLine, ArrowRightToLine, Copy, Merge, Split, Trash2 } from "lucide-react";
import type { Transaction } from "prosemirror-state";
import { IconButton } from "@/components/button";
import { counted } from "@/components/counted";
import { shortened, type DestinationId } from "@/core/document";
import { impactOf } from "@/core/links";
import {
  duplicateSections,
  joinSections,
  outermost,
  shiftable,
  shiftSections,
  splitSection,
  stretchesOf,
  useSession,
  useDocument,
  type Session,
  useSessionValue,
} from "@/editor";

/** Below the rope's lines: how much is chosen, what leads there, and what can be done with it. */
export function SectionBar({ chosen }: { chosen: ReadonlySet<DestinationId> }) {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const sections = outermost(index, chosen);
  const words = sections.reduce((sum, section) => sum + section.words, 0);
  const links = impactOf(index, { stretches: stretchesOf(index, chosen), bookmarks: [] }).links.length;
  const canSplit = useSessionValue((it) => it.can(splitSection(it.store.index)));
  const run = (tr: Transaction | null) => tr && session.dispatch(tr);
  const tr = () => session.store.state.tr;
  return (
    <div className="shrink-0 border-t border-line px-2 pt-1.5 pb-1">
      <p role="status" className="px-1 text-sm text-quiet">
        {sections.length === 1
          ? shortened(sections[0]!.heading.name, 28)
          : counted(sections.length, "section")}
        , {counted(words, "word")}
        {links > 0 && `, ${counted(links, "link leads", "links lead")} here`}
      </p>
      <div className="flex">
        <IconButton
          label="Promote with its subsections (Alt+Left; Alt+Shift+Left alone)"
          disabled={shiftable(index, chosen, -1).length === 0}
          onClick={() => run(shiftSections(tr(), session.store.index, chosen, -1))}
        >
          <ArrowLeftToLine size={16} />
        </IconButton>
        <IconButton
          label="Demote with its subsections (Alt+Right; Alt+Shift+Right alone)"
          disabled={shiftable(index, chosen, 1).length === 0}
          onClick={() => run(shiftSections(tr(), session.store.index, chosen, 1))}
        >
          <ArrowRightToLine size={16} />
        </IconButton>
        <IconButton
          label="Split at the cursor: start a new section there (Ctrl+Alt+Enter in the text)"
          disabled={!canSplit}
          onClick={() => session.run(splitSection(session.store.index))}
        >
          <Split size={16} />
        </IconButton>
        <IconButton
          label="Join with the previous section: the title becomes text"
          onClick={() => run(joinSections(tr(), session.store.index, chosen))}
        >
          <Merge size={16} />
        </IconButton>
        <IconButton
          label="Duplicate (Ctrl+D)"
          onClick={() => run(duplicateSections(tr(), session.store.index, chosen))}
        >
          <Copy size={16} />
        </IconButton>
        <IconButton
          label="Delete section (Delete)"
          className="ml-auto"
          onClick={() => takeOut(session, chosen)}
        >
          <Trash2 size={16} />
        </IconButton>
      </div>
    </div>
  );
}

/** Takes sections out; where links lead there, it is asked first what becomes of them. */
export function takeOut(session: Session, chosen: ReadonlySet<DestinationId>): void {
  const sections = outermost(session.store.index, chosen);
  if (sections.length === 0) return;
  const called =
    sections.length === 1
      ? `“${shortened(sections[0]!.heading.name, 40)}” was`
      : `${sections.length} sections were`;
  session.removals.begin({ kind: "sections", ids: [...chosen], called });
}
