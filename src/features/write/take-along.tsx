import { Button } from "@/components/button";
import type { DestinationId } from "@/core/document";
import { useSession } from "@/editor";

/** Picks a place up, so that words can be tied to it one after the other. */
export function TakeAlong({ id }: { id: DestinationId }) {
  const session = useSession();
  return (
    <Button
      title="Then choose words anywhere and press Enter: they lead here"
      onClick={() => {
        session.pocket.take(id);
        session.focus();
      }}
    >
      Take this place along
    </Button>
  );
}
