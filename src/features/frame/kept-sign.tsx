import { CircleAlert, CircleCheck, LoaderCircle } from "lucide-react";
import { useSessionValue, type KeepingState } from "@/editor";

const WORDS: Record<KeepingState["kind"], string> = {
  kept: "Kept",
  keeping: "Keeping …",
  unreachable: "Server not reached. Your text waits here.",
  refused: "Not kept",
  newer: "Newer version elsewhere",
};

/** Whether all that is on the screen is on disk. */
export function KeptSign() {
  const state = useSessionValue((session) => session.kept);
  const fault = state.kind === "unreachable" || state.kind === "refused" || state.kind === "newer";
  const Icon = fault ? CircleAlert : state.kind === "kept" ? CircleCheck : LoaderCircle;
  return (
    <p
      role="status"
      data-kept={state.kind}
      title={state.kind === "refused" ? state.why : undefined}
      className={`flex max-w-56 items-center gap-1.5 text-sm ${fault ? "text-vermilion" : "text-quiet"}`}
    >
      <Icon size={15} aria-hidden className="shrink-0" />
      <span className="truncate">{state.kind === "refused" ? state.why : WORDS[state.kind]}</span>
    </p>
  );
}
