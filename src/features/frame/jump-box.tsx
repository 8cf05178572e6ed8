import { useRouter, usePathname } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import { Finder } from "@/components/finder";
import { Panel } from "@/components/panel";
import { useSession, useSessionValue } from "@/editor";
import { placeEntries } from "./place-entries";

/** The box in which one types to find any heading, bookmark, figure or table and goes there. Ctrl+J opens it anywhere. */
export function JumpBox() {
  const session = useSession();
  const router = useRouter();
  const path = usePathname();
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState("");
  const leaving = useRef(false);

  useEffect(() => {
    const show = () => {
      setTyped("");
      setOpen(true);
    };
    const takeBack = session.offer("jump", show);
    const key = (event: KeyboardEvent) => {
      if (
        !(event.ctrlKey || event.metaKey) ||
        event.altKey ||
        event.shiftKey ||
        event.key.toLowerCase() !== "j"
      )
        return;
      event.preventDefault();
      show();
    };
    window.addEventListener("keydown", key);
    return () => {
      takeBack();
      window.removeEventListener("keydown", key);
    };
  }, [session]);

  return (
    <Panel
      title="Jump to"
      hideTitle
      open={open}
      onClose={() => setOpen(false)}
      onReturn={() => session.focus()}
      leaving={() => leaving.current}
    >
      <JumpList
        typed={typed}
        onType={setTyped}
        onChoose={(go) => {
          const write = `/documents/${session.id}`;
          if (path === write) {
            // The place, with the keyboard, is there in the next frame; taking the box away comes after it.
            leaving.current = true;
            go();
            requestAnimationFrame(() =>
              setTimeout(() => {
                leaving.current = false;
                setOpen(false);
              }),
            );
          } else {
            setOpen(false);
            router.push(write);
            setTimeout(go);
          }
        }}
      />
    </Panel>
  );
}

function JumpList({
  typed,
  onType,
  onChoose,
}: {
  typed: string;
  onType: (typed: string) => void;
  onChoose: (go: () => void) => void;
}) {
  const session = useSession();
  const index = useSessionValue((it) => it.outline);
  return (
    <Finder
      label="Jump to"
      placeholder="A heading, its number, a bookmark, a figure, a table"
      value={typed}
      onType={onType}
      entries={placeEntries(index, typed, (place) => onChoose(() => void session.jumps.to(place.id)))}
      empty={
        index.destinations.length === 0
          ? "There are no headings or bookmarks yet."
          : "Nothing here is called that."
      }
    />
  );
}
