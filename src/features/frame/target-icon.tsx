import { KindIcon } from "@/components/kind-icons";
import type { LinkTarget } from "@/core/document";
import type { Spot } from "@/core/links";

/** The sign of what a link leads to; none for an address. */
export function TargetIcon({ target, destination }: { target: LinkTarget; destination: Spot | null }) {
  if (destination) return <KindIcon kind={destination.kind} />;
  return target.kind === "document" || target.kind === "file" || target.kind === "action" ? (
    <KindIcon kind={target.kind} />
  ) : null;
}
