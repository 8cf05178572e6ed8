import { CornerUpLeft } from "lucide-react";
import { Button } from "@/components/button";
import { useSession, useSessionValue } from "@/editor";

/** After a jump: where one came from, and the way back there. */
export function WayBack() {
  const session = useSession();
  const trail = useSessionValue((it) => it.jumps.trail);
  const last = trail.at(-1);
  if (!last) return null;
  return (
    <div className="absolute bottom-3 left-1/2 z-20 -translate-x-1/2">
      <Button
        onClick={() => session.jumps.back()}
        title="Ctrl+Shift+J"
        style={{ boxShadow: "var(--shadow)" }}
      >
        <CornerUpLeft size={15} aria-hidden />
        <span className="max-w-72 truncate">Back to {last.label}</span>
      </Button>
    </div>
  );
}
