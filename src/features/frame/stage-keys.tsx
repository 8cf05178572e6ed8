import { usePathname, useRouter } from "next/navigation";
import { useEffect, useRef } from "react";
import { useSession } from "@/editor";
import { STAGES } from "./stages";

/** How long a stage may take to show its first control, in milliseconds. If it has none, the stage itself takes the focus. */
const WAIT = 1_500;

/** Alt+Shift+1 to 4 lead to the stages; the keyboard goes along, to what is usually done first there. */
export function StageKeys() {
  const session = useSession();
  const router = useRouter();
  const path = usePathname();
  const going = useRef<string | null>(null);

  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (!event.altKey || !event.shiftKey || event.ctrlKey || event.metaKey) return;
      const stage = STAGES[["Digit1", "Digit2", "Digit3", "Digit4"].indexOf(event.code)];
      if (!stage) return;
      event.preventDefault();
      const to = `/documents/${session.id}${stage.path}`;
      going.current = to;
      if (to === path) focusStage(going);
      else router.push(to);
    };
    window.addEventListener("keydown", key);
    return () => window.removeEventListener("keydown", key);
  }, [session, router, path]);

  useEffect(() => {
    if (going.current === path) focusStage(going);
  }, [path]);
  return null;
}

/** Brings the keyboard to what is first on a stage, once that is drawn: what is marked as such, or the text. */
function focusStage(going: { current: string | null }): void {
  const since = Date.now();
  const look = () => {
    const main = document.querySelector<HTMLElement>("main");
    const first = main?.querySelector<HTMLElement>("[data-stage-first]:not(:disabled), .ProseMirror");
    const waited = Date.now() - since;
    if (!first && waited < WAIT) return requestAnimationFrame(look);
    going.current = null;
    if (first) return first.focus();
    main?.setAttribute("tabindex", "-1");
    main?.focus();
  };
  look();
}
