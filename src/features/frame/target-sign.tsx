import { Sign } from "@/components/signs";
import type { LinkTarget } from "@/core/document";
import type { Spot } from "@/core/links";

/** The sign of what a link leads to; none for an address. */
export function TargetSign({ target, destination }: { target: LinkTarget; destination: Spot | null }) {
  if (destination) return <Sign kind={destination.kind} />;
  return target.kind === "document" || target.kind === "file" || target.kind === "action" ? (
    <Sign kind={target.kind} />
  ) : null;
}
