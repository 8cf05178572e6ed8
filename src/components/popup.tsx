import { Popover } from "radix-ui";
import { useState, type ReactNode } from "react";

/** A small box that hangs below the control that opened it; Escape, a click outside, or a link in it that is followed closes it. */
export function Popup({
  name,
  trigger,
  children,
}: {
  name: string;
  trigger: ReactNode;
  children: ReactNode;
}) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>{trigger}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label={name}
          align="end"
          sideOffset={6}
          collisionPadding={8}
          onClick={({ target }) => target instanceof Element && target.closest("a[href]") && setOpen(false)}
          className="z-40 max-h-(--radix-popover-content-available-height) w-80 max-w-[calc(100vw-1rem)] overflow-y-auto rounded-base border border-line bg-raised p-4 text-sm"
          style={{ boxShadow: "var(--shadow)" }}
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
