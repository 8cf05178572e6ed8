import { useCallback } from "react";
import type { LinkTarget } from "@/core/document";
import { follow } from "@/core/links";
import type { DrawnTarget } from "@/core/layout";
import { useSession } from "@/editor";

/** Follows the links of drawn pages: to the page of a place in the document, or out of it as from the text. */
export function useFollowDrawn(goTo: (page: number) => void): (target: DrawnTarget) => void {
  const session = useSession();
  return useCallback(
    (target) => {
      if (target.kind === "top") return goTo(0);
      if (target.kind === "line") return goTo(target.page);
      const to: LinkTarget = target.kind === "note" ? { ...target, kind: "destination" } : target;
      const followed = follow(to, session.store.index, session.elsewhere.library);
      if (!followed.lands) session.notices.say(`This link is broken. ${followed.why}`);
      else if (!followed.destination) session.following.follow(to);
      else if (session.pages) goTo(session.pages.pageAt(followed.destination.pos));
    },
    [session, goTo],
  );
}
