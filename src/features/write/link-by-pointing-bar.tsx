import { Button } from "@/components/button";
import { shortened } from "@/core/document";
import { useSession, useDocument, useSessionValue } from "@/editor";
import { Bar } from "./bar";

/** While one end of a link is carried: what is carried, and how it is tied. */
export function LinkByPointingBar() {
  const inHand = useSessionValue((it) => it.recentTargets.inHand);
  return inHand ? <PlaceInHand name={inHand.name} /> : <LinkedWords />;
}

/** A place that was taken along: words are tied to it one after the other. */
function PlaceInHand({ name }: { name: string }) {
  const session = useSession();
  const chosen = useDocument((it) => !it.state.selection.empty);
  const called = shortened(name, 50) || "A place";
  const how = "is ready. Select words and press Enter; repeat as needed.";
  return (
    <Bar says={`“${called}” ${how}`}>
      <span>
        <b className="font-semibold">“{called}”</b> {how}
      </span>
      {chosen && (
        <Button
          look="main"
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => session.recentTargets.linkSelection()}
        >
          Link the selection
        </Button>
      )}
      <Button onClick={() => session.recentTargets.putDown()}>Cancel</Button>
    </Bar>
  );
}

function LinkedWords() {
  const session = useSession();
  const words = useSessionValue((it) =>
    it.linkByPointing.linked?.purpose === "carry"
      ? shortened(
          it.store.state.doc.textBetween(it.linkByPointing.linked.from, it.linkByPointing.linked.to, " "),
          50,
        )
      : null,
  );
  if (words === null) return null;
  const how = "Go to the destination and click it, or press Enter at the cursor.";
  return (
    <Bar says={`Linking “${words}”. ${how}`}>
      <span>
        Linking <b className="font-semibold">“{words}”</b>. {how}
      </span>
      <Button onClick={() => session.linkByPointing.release()}>Cancel</Button>
    </Bar>
  );
}
