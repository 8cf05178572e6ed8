import { ArrowDown, ArrowUp, Pilcrow } from "lucide-react";
import { IconButton } from "@/components/button";
import { formatted } from "@/components/counted";
import { STEP_KINDS, useSession, useSessionValue, type StepKind } from "@/editor";
import { isOneOf } from "@/core/one-of";

/** What is stepped through, for people. */
export const STEP_NAMES: Record<StepKind, string> = {
  heading: "Headings",
  bookmark: "Bookmarks",
  figure: "Figures",
  table: "Tables",
  equation: "Equations",
  notice: "Notices",
  note: "Notes",
  link: "Links",
  page: "Pages",
  finding: "Findings",
  match: "Matches",
};

/** Steps through the document from one heading, figure, note or other place to the next. */
export function StepBar() {
  const session = useSession();
  const kind = useSessionValue((it) => it.stepping.kind);
  const at = useSessionValue((it) => it.stepping.at);
  const numbered = useSessionValue((it) => it.decorations.paragraphNumbers);
  return (
    <div
      role="group"
      aria-label="Step through"
      className="flex h-11 shrink-0 items-center gap-0.5 border-t border-line px-2"
    >
      <select
        aria-label="What to step through"
        value={kind}
        onChange={({ target: { value } }) => isOneOf(STEP_KINDS, value) && session.stepThrough(value)}
        className="h-7 min-w-0 flex-1 rounded-base border border-edge bg-raised px-1.5 text-sm"
      >
        {STEP_KINDS.map((one) => (
          <option key={one} value={one}>
            {STEP_NAMES[one]}
          </option>
        ))}
      </select>
      <span role="status" className="min-w-10 text-center text-xs text-quiet tabular-nums">
        {at && `${formatted(at.number)}/${formatted(at.of)}`}
      </span>
      <IconButton
        label="Previous (Alt+Page Up)"
        className="size-7!"
        onClick={() => session.stepping.step(-1)}
      >
        <ArrowUp size={15} />
      </IconButton>
      <IconButton label="Next (Alt+Page Down)" className="size-7!" onClick={() => session.stepping.step(1)}>
        <ArrowDown size={15} />
      </IconButton>
      <IconButton
        label="Paragraph numbers"
        className="size-7!"
        pressed={numbered}
        onClick={() => session.decorations.show("paragraphNumbers", !numbered)}
      >
        <Pilcrow size={15} />
      </IconButton>
    </div>
  );
}
