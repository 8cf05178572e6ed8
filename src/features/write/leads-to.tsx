import { Button } from "@/components/button";
import { KindIcon } from "@/components/kind-icons";
import { shortened, type LinkTarget } from "@/core/document";
import { calledOf, follow } from "@/core/links";
import { useSession, useDocument, useSessionValue } from "@/editor";
import { TargetIcon } from "@/features/frame/target-icon";

/** Where something leads, with going there; or why it is broken. */
export function LeadsTo({ target }: { target: LinkTarget }) {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const library = useSessionValue((it) => it.elsewhere.library);
  const followed = follow(target, index, library);
  if (!followed.lands)
    return (
      <p className="mb-3 flex items-start gap-2 text-vermilion">
        <KindIcon kind="fault" className="mt-1 self-start!" />
        <span>Broken. {followed.why}</span>
      </p>
    );
  return (
    <p className="mb-3 flex items-center gap-2">
      <TargetIcon target={target} destination={followed.destination} />
      <span className="min-w-0 flex-1 truncate" dir="auto">
        {shortened(calledOf(target, index, library), 80) || "Untitled"}
      </span>
      <Button onClick={() => session.following.follow(target)}>
        {target.kind === "action" ? "Do" : "Go"}
      </Button>
    </p>
  );
}
