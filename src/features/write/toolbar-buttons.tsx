import type { Command } from "prosemirror-state";
import { Toolbar } from "radix-ui";
import { type ReactNode } from "react";
import { buttonLook, IconButton } from "@/components/button";
import { type Dialog, useSession } from "@/editor";

/** Parts groups of the deck. */
export function Divider() {
  return <Toolbar.Separator className="mx-1 h-5 w-px shrink-0 bg-line" />;
}

/** A press must not take the selection away from the text. */
export const keepSelection = (event: React.MouseEvent) => event.preventDefault();

/** A button of the deck with words, that runs a command. */
export function ToolbarButton({
  children,
  onClick,
  title,
  disabled,
}: {
  children: ReactNode;
  onClick: () => void;
  title?: string;
  disabled?: boolean;
}) {
  return (
    <Toolbar.Button
      className={buttonLook("quiet", "px-2!")}
      onMouseDown={keepSelection}
      onClick={onClick}
      title={title}
      disabled={disabled}
    >
      {children}
    </Toolbar.Button>
  );
}

/** A button of the deck with a sign, that runs a command. */
export function ToolbarIcon({
  label,
  does,
  pressed,
  disabled,
  children,
}: {
  label: string;
  /** A command of the editor, or the box that is opened. */
  does: Command | Dialog;
  pressed?: boolean;
  disabled?: boolean;
  children: ReactNode;
}) {
  const session = useSession();
  return (
    <Toolbar.Button asChild disabled={disabled}>
      <IconButton
        label={label}
        pressed={pressed}
        onMouseDown={keepSelection}
        onClick={() => (typeof does === "string" ? session.dialogs.open(does) : session.run(does))}
      >
        {children}
      </IconButton>
    </Toolbar.Button>
  );
}
