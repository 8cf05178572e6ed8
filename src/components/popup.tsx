import { Popover } from "radix-ui";
import type { ReactNode } from "react";

/** A small box that hangs below the control that opened it; Escape or a click outside closes it. */
export function Popup({
  name,
  trigger,
  children,
}: {
  name: string;
  trigger: ReactNode;
  children: ReactNode;
}) {
  return (
    <Popover.Root>
      <Popover.Trigger asChild>{trigger}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label={name}
          align="end"
          sideOffset={6}
          collisionPadding={8}
          className="z-40 w-80 max-w-[calc(100vw-1rem)] rounded-base border border-line bg-raised p-4 text-sm"
          style={{ boxShadow: "var(--shadow)" }}
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
