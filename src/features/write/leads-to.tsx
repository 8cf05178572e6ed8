import { Button } from "@/components/button";
import { Sign } from "@/components/signs";
import { shortened, type LinkTarget } from "@/core/document";
import { calledOf, follow } from "@/core/links";
import { useSession, useSessionValue } from "@/editor";
import { TargetSign } from "@/features/frame/target-sign";

/** Where something leads, with going there; or why it is adrift. */
export function LeadsTo({ target }: { target: LinkTarget }) {
  const session = useSession();
  const index = useSessionValue((it) => it.outline);
  const shelf = useSessionValue((it) => it.elsewhere.shelf);
  const followed = follow(target, index, shelf);
  if (!followed.lands)
    return (
      <p className="mb-3 flex items-start gap-2 text-vermilion">
        <Sign kind="fault" className="mt-1 !self-start" />
        <span>Adrift. {followed.why}</span>
      </p>
    );
  return (
    <p className="mb-3 flex items-center gap-2">
      <TargetSign target={target} destination={followed.destination} />
      <span className="min-w-0 flex-1 truncate" dir="auto">
        {shortened(calledOf(target, index, shelf), 80) || "Untitled"}
      </span>
      <Button onClick={() => session.following.follow(target)}>
        {target.kind === "action" ? "Do" : "Go"}
      </Button>
    </p>
  );
}
