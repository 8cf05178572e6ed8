import { ArrowDown, ArrowUp, Hammer, ListTree, PanelBottom } from "lucide-react";
import { clsx } from "clsx";
import type { ReactNode } from "react";
import { Toolbar } from "radix-ui";
import { IconButton } from "@/components/button";
import { STEP_NAMES } from "./step-bar";
import { useSession, useSessionValue } from "@/editor";
import type { Part } from "@/features/frame/regions";

const OPENERS: readonly { readonly part: Part; readonly label: string; readonly icon: ReactNode }[] = [
  { part: "outline", label: "Rope", icon: <ListTree size={17} aria-hidden /> },
  { part: "toolbar", label: "Deck", icon: <Hammer size={17} aria-hidden /> },
  { part: "inspector", label: "Tray", icon: <PanelBottom size={17} aria-hidden /> },
];

/** Below the text of a narrow window, where a thumb reaches: what opens the rope, the deck and the tray, and steps to the next place. */
export function ThumbBar({
  isOpen,
  onToggle,
}: {
  isOpen: (part: Part) => boolean;
  onToggle: (part: Part) => void;
}) {
  const session = useSession();
  const kind = useSessionValue((it) => STEP_NAMES[it.stepping.kind].toLowerCase());
  return (
    <Toolbar.Root
      aria-label="Around the text"
      className="flex h-full items-center justify-between gap-1 px-2"
    >
      {OPENERS.map(({ part, label, icon }) => (
        <Toolbar.Button
          key={part}
          aria-expanded={isOpen(part)}
          // A press must not take the selection away from the text.
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => onToggle(part)}
          className={clsx(
            "flex h-10 min-w-0 flex-1 items-center justify-center gap-1.5 rounded-base text-sm font-medium",
            isOpen(part) ? "chosen bg-tide-wash text-tide" : "hover:bg-wash",
          )}
        >
          {icon} {label}
        </Toolbar.Button>
      ))}
      <Toolbar.Button asChild>
        <IconButton
          label={`Previous of ${kind} (Alt+Page Up)`}
          className="size-10!"
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => session.stepping.step(-1)}
        >
          <ArrowUp size={17} />
        </IconButton>
      </Toolbar.Button>
      <Toolbar.Button asChild>
        <IconButton
          label={`Next of ${kind} (Alt+Page Down)`}
          className="size-10!"
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => session.stepping.step(1)}
        >
          <ArrowDown size={17} />
        </IconButton>
      </Toolbar.Button>
    </Toolbar.Root>
  );
}
