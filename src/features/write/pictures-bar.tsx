import { Button } from "@/components/button";
import { counted, formatted, sized } from "@/components/counted";
import { useSession, useSessionValue } from "@/editor";
import { Bar } from "./bar";

/** While pictures come in: how far they are, and before that whether large photographs are made smaller. */
export function PicturesBar() {
  const session = useSession();
  const { pictures } = session.incoming;
  /** What was pressed goes, and the keyboard with it. */
  const stop = () => {
    pictures.stop();
    session.viewport.focus();
  };
  const large = useSessionValue((it) => it.incoming.pictures.large);
  const coming = useSessionValue((it) => it.incoming.pictures.coming);
  if (large) {
    const asked = `${counted(large.count, "photograph")}, ${sized(large.bytes)}: more than a page can show. Smaller copies print as well.`;
    return (
      <Bar says={asked}>
        <span>{asked}</span>
        <Button look="main" onClick={() => large.answer("smaller")}>
          Make {large.count === 1 ? "it" : "them"} smaller
        </Button>
        <Button onClick={() => large.answer("as-they-are")}>
          Keep as {large.count === 1 ? "it is" : "they are"}
        </Button>
        <Button look="quiet" onClick={stop}>
          Cancel
        </Button>
      </Bar>
    );
  }
  if (!coming) return null;
  return (
    <Bar says="Pictures come in">
      <span className="tabular-nums">
        Pictures: {formatted(coming.done)} of {formatted(coming.of)}
      </span>
      <progress
        aria-label="Imported pictures"
        max={coming.of}
        value={coming.done}
        className="w-40 accent-(--tide)"
      />
      <Button onClick={stop}>Stop</Button>
    </Bar>
  );
}
