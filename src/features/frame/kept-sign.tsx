import { CircleAlert, CircleCheck, LoaderCircle } from "lucide-react";
import { useSessionValue, type KeepingState } from "@/editor";

/** Whether all that is on the screen is on disk. */
export function KeptSign() {
  const state = useSessionValue((session) => session.kept);
  const fault = state.kind === "unreachable" || state.kind === "refused";
  const Icon = fault ? CircleAlert : state.kind === "kept" ? CircleCheck : LoaderCircle;
  const words = wordsOf(state);
  return (
    <p
      role="status"
      data-kept={state.kind}
      title={words}
      className={`flex max-w-64 items-center gap-1.5 text-sm ${fault ? "text-vermilion" : "text-quiet"}`}
    >
      <Icon size={15} aria-hidden className="shrink-0" />
      <span className="line-clamp-2 leading-tight">{words}</span>
    </p>
  );
}

function wordsOf(state: KeepingState): string {
  if (state.kind === "kept") return "Kept";
  if (state.kind === "keeping") return "Keeping …";
  const where = state.stored ? "Your text waits in this browser." : "Only this tab holds the newest text.";
  return state.kind === "unreachable" ? `Server not reached. ${where}` : `Not kept: ${state.why} ${where}`;
}
