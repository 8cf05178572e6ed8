import { useRouter, usePathname } from "next/navigation";
import { History, Search } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { Finder, type FinderEntry } from "@/components/finder";
import { Panel } from "@/components/panel";
import type { Stop } from "@/core/index";
import { shortened } from "@/core/document";
import { useSession, useDocument, useSessionValue, type Session } from "@/editor";
import { placeEntries, stopOf } from "./place-entries";
import { wordsEntries } from "./words-entries";

/**
 * The box that finds any place as it is typed and goes there; with nothing typed, it offers the latest places of work first. Ctrl+J
 * opens it anywhere.
 */
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
    const takeBack = session.dialogs.register("jump", show);
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
      onReturn={() => session.viewport.focus()}
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
  // Places are gone to as they stand, so they must be those of the very newest version.
  const index = useDocument((it) => it.index);
  // They may be laid out only after a number of a page was typed.
  const pages = useSessionValue((it) => it.pages);
  const go = ({ from, to }: Stop) => onChoose(() => session.jumps.toPlace(from, to));
  const quoted = wordsEntries(typed, index, go);
  const places = [...quoted, ...placeEntries(index, typed, (found) => go(stopOf(found)), { pages })];
  const lately = typed.trim() === "" ? workEntries(session, (pos) => go({ from: pos, to: pos })) : [];
  const find = findEntry(typed.trim(), (words) => onChoose(() => session.dialogs.open("find", words)));
  const entries =
    typed.trim() !== "" && places.length === 0 && session.dialogs.has("find")
      ? [find]
      : [...lately, ...places];
  return (
    <Finder
      label="Jump to"
      placeholder="A heading or its number, fig 3, table, note 5, bookmark, “words”, todo, ¶ 44, p 12"
      value={typed}
      onType={onType}
      entries={entries}
      empty={
        index.destinations.length === 0
          ? "There are no headings or bookmarks yet."
          : "Nothing here has that name."
      }
    />
  );
}

/** What is called like no place may still be among the words. */
function findEntry(words: string, choose: (words: string) => void): FinderEntry {
  return {
    key: "find",
    content: () => (
      <>
        <Search size={14} aria-hidden className="shrink-0 self-center text-quiet" />
        <span className="min-w-0 flex-1 truncate" dir="auto">
          Nothing here has that name. Find “{shortened(words, 60)}” in the text
        </span>
      </>
    ),
    choose: () => choose(words),
  };
}

/** The places where the author worked lately, the latest first. */
function workEntries(session: Session, choose: (pos: number) => void): FinderEntry[] {
  const { doc } = session.store.state;
  return session.work.in(doc).map((pos) => {
    const block = doc.resolve(pos).depth > 0 ? doc.resolve(pos).node(1) : doc.nodeAt(pos);
    return {
      key: `work ${pos}`,
      content: () => (
        <>
          <History size={14} aria-hidden className="shrink-0 self-center text-quiet" />
          <span className="min-w-0 flex-1 truncate" dir="auto">
            {shortened(block?.textContent ?? "", 80) || "An empty line"}
          </span>
          <span className="max-w-[45%] shrink-0 truncate text-sm text-quiet">
            worked at, in {shortened(session.store.index.sectionAt(pos)?.name ?? "the beginning", 30)}
          </span>
        </>
      ),
      choose: () => choose(pos),
    };
  });
}
