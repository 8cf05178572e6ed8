import { CornerUpLeft, CornerUpRight } from "lucide-react";
import { Button } from "@/components/button";
import { useSession, useSessionValue } from "@/editor";

/** After a jump: where the author came from, and the way back there; after coming back, the way forward again. */
export function WayBack() {
  const session = useSession();
  const trail = useSessionValue((it) => it.jumps.trail);
  const ahead = useSessionValue((it) => it.jumps.ahead);
  const last = trail.at(-1);
  const next = ahead.at(-1);
  return (
    <div className="absolute bottom-3 left-1/2 z-20 flex -translate-x-1/2 gap-2">
      {last && (
        <Button
          onClick={() => session.jumps.back()}
          title="Ctrl+Shift+J"
          style={{ boxShadow: "var(--shadow)" }}
        >
          <CornerUpLeft size={15} aria-hidden />
          <span className="max-w-72 truncate">Back to {last.label}</span>
        </Button>
      )}
      {next && (
        <Button
          onClick={() => session.jumps.forward()}
          title="Ctrl+Alt+J"
          style={{ boxShadow: "var(--shadow)" }}
        >
          <span className="max-w-56 truncate">Forward to {next.label}</span>
          <CornerUpRight size={15} aria-hidden />
        </Button>
      )}
    </div>
  );
}
