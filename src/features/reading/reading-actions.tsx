"use client";

import { useEffect, useState } from "react";
import type { Action } from "@/core/document";
import { ActionPanel, type ListedFile } from "@/features/frame/action-panel";

/** What a link of the text asks to be done, told to its reader before it is. */
export function ReadingActions({ document: id, files }: { document: string; files: readonly ListedFile[] }) {
  const [action, setAction] = useState<Action | null>(null);
  useEffect(() => {
    const links = document.querySelectorAll<HTMLAnchorElement>(".reading a[data-leads]:not([href])");
    // Without scripts they are words; with them, links for the keyboard as well.
    for (const link of links) {
      link.setAttribute("role", "button");
      link.tabIndex = 0;
    }
    const act = (event: Event) => {
      const at = event.target;
      const link = at instanceof Element && at.closest<HTMLElement>(".reading a[data-leads]:not([href])");
      if (!link || (event instanceof KeyboardEvent && event.key !== "Enter" && event.key !== " ")) return;
      event.preventDefault();
      const asked = actionOf(link.dataset.leads ?? "");
      if (asked) setAction(asked);
    };
    document.addEventListener("click", act);
    document.addEventListener("keydown", act);
    return () => {
      document.removeEventListener("click", act);
      document.removeEventListener("keydown", act);
    };
  }, []);
  return (
    <ActionPanel action={action} own={false} document={id} files={files} onClose={() => setAction(null)} />
  );
}

/** The core wrote it from the checked model. */
function actionOf(leads: string): Action | null {
  const target: { kind: string; action?: Action } = JSON.parse(leads);
  return target.kind === "action" ? (target.action ?? null) : null;
}
