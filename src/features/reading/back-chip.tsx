"use client";

import { CornerUpLeft } from "lucide-react";
import { useEffect, useState } from "react";
import { Button } from "@/components/button";

/** The heading a reader is in, as they see it. */
function sectionInView(): string {
  let name = "the beginning";
  for (const heading of document.querySelectorAll<HTMLElement>(".reading :is(h1, h2, h3)")) {
    if (heading.getBoundingClientRect().top > 120) break;
    name = heading.textContent ?? name;
  }
  return name.length > 40 ? `${name.slice(0, 39)}…` : name;
}

/** After a jump within the page: where the reader came from, and the way back there. */
export function BackChip() {
  const [trail, setTrail] = useState<readonly string[]>([]);

  useEffect(() => {
    // A browser tells of both ways through its history by the same event; a jump arrives where its click was to lead.
    let expected: string | null = null;
    const click = (event: MouseEvent) => {
      const link = event.target instanceof Element && event.target.closest("a[href^='#']");
      if (!link || event.defaultPrevented || event.ctrlKey || event.metaKey) return;
      expected = link.getAttribute("href");
      setTrail((all) => [...all, sectionInView()]);
    };
    const back = () => {
      if (expected !== window.location.hash) setTrail((all) => all.slice(0, -1));
      expected = null;
    };
    document.addEventListener("click", click, true);
    window.addEventListener("popstate", back);
    return () => {
      document.removeEventListener("click", click, true);
      window.removeEventListener("popstate", back);
    };
  }, []);

  const from = trail.at(-1);
  if (!from) return null;
  return (
    <div className="fixed bottom-4 left-1/2 z-20 -translate-x-1/2">
      <Button onClick={() => window.history.back()} style={{ boxShadow: "var(--shadow)" }}>
        <CornerUpLeft size={15} aria-hidden />
        <span className="max-w-64 truncate">Back to {from}</span>
      </Button>
    </div>
  );
}
