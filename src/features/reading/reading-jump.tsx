"use client";

import { Search } from "lucide-react";
import { useEffect, useState } from "react";
import { Button } from "@/components/button";
import { Finder } from "@/components/finder";
import { Panel } from "@/components/panel";

/** A heading of the text, as a place to go to. */
interface Place {
  readonly element: HTMLElement;
  readonly words: string;
  readonly level: number;
}

/** The headings of the text as it stands, without the signs beside them. */
function headings(): Place[] {
  const found = document.querySelectorAll<HTMLElement>(".reading :is(h1, h2, h3, h4, h5, h6)[id]");
  return [...found].map((element) => {
    const copy = element.cloneNode(true) as HTMLElement;
    for (const icon of copy.querySelectorAll(".beside")) icon.remove();
    return { element, words: copy.textContent.trim(), level: Number(element.tagName.slice(1)) };
  });
}

/** The box in which a reader types to find a section and goes there; Ctrl+J opens it. */
export function ReadingJump() {
  const [places, setPlaces] = useState<readonly Place[] | null>(null);
  const [typed, setTyped] = useState("");
  const show = () => {
    setTyped("");
    setPlaces(headings());
  };
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const plain = (event.ctrlKey || event.metaKey) && !event.altKey && !event.shiftKey;
      if (!plain || event.key.toLowerCase() !== "j") return;
      event.preventDefault();
      show();
    };
    window.addEventListener("keydown", key);
    return () => window.removeEventListener("keydown", key);
  }, []);
  const wanted = typed.trim().toLocaleLowerCase();
  const found = (places ?? []).filter(({ words }) => words.toLocaleLowerCase().includes(wanted));

  function go({ element }: Place) {
    setPlaces(null);
    // As a click on a link to it, so that the way back is offered as after any other jump.
    const link = document.createElement("a");
    link.href = `#${encodeURIComponent(element.id)}`;
    document.body.append(link);
    link.click();
    link.remove();
    if (!element.hasAttribute("tabindex")) element.tabIndex = -1;
    element.focus({ preventScroll: true });
  }

  return (
    <>
      <Button onClick={show} aria-keyshortcuts="Control+J" title="Jump to any section (Ctrl+J)">
        <Search size={15} aria-hidden /> Jump
      </Button>
      <Panel title="Jump to a section" hideTitle open={places !== null} onClose={() => setPlaces(null)}>
        <Finder
          label="Jump to"
          placeholder="Words of a heading"
          value={typed}
          onType={setTyped}
          entries={found.map((entry) => ({
            key: entry.element.id,
            content: () => (
              <span
                className="min-w-0 flex-1 truncate"
                dir="auto"
                style={{ paddingInlineStart: `${entry.level - 1}rem` }}
              >
                {entry.words}
              </span>
            ),
            choose: () => go(entry),
          }))}
          empty={places?.length === 0 ? "This text has no headings." : "No heading matches."}
        />
      </Panel>
    </>
  );
}
