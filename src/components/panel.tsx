import { clsx } from "clsx";
import { Dialog } from "radix-ui";
import { X } from "lucide-react";
import { useInsertionEffect, useRef, type ReactNode } from "react";
import { IconButton } from "./button";

/** A box over the page that holds one task. Escape or a click outside closes it; focus returns to where it was. */
export function Panel({
  title,
  hideTitle = false,
  open,
  onClose,
  size = "small",
  children,
  onReturn,
  leaving,
}: {
  title: string;
  hideTitle?: boolean;
  open: boolean;
  onClose: () => void;
  /** `large`: fills most of the window. */
  size?: "small" | "large";
  children: ReactNode;
  /** Takes the focus when the box closes; without it, it goes to where it was. */
  onReturn?: () => void;
  /** Whether the keyboard has been taken out of the box by whoever is about to close it. */
  leaving?: () => boolean;
}) {
  const opener = useRef<Element | null>(null);
  // Before anything in the box takes the keyboard as it is drawn.
  useInsertionEffect(() => {
    if (open) opener.current = document.activeElement;
  }, [open]);

  function close() {
    onClose();
    // At once, so that the very next key is taken by what the keyboard returns to.
    onReturn?.();
  }

  return (
    // A modal box makes the browser style the whole page again, twice: some 80 ms over a long manuscript.
    <Dialog.Root open={open} modal={size === "large"} onOpenChange={(next) => !next && close()}>
      <Dialog.Portal>
        {size === "large" && <Dialog.Overlay className="fixed inset-0 z-40" />}
        <Dialog.Content
          aria-describedby={undefined}
          onFocusOutside={(event) => {
            if (leaving?.()) event.preventDefault();
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            // A key pressed since may have led somewhere else already.
            const { activeElement, body } = document;
            const { target } = event;
            const inside = target instanceof Node && target.contains(activeElement);
            if (activeElement && activeElement !== body && !inside) return;
            if (onReturn) onReturn();
            else if (opener.current instanceof HTMLElement) opener.current.focus({ preventScroll: true });
          }}
          className={clsx(
            "fixed left-1/2 z-50 -translate-x-1/2 rounded-base border border-line bg-raised",
            size === "small"
              ? "top-16 max-h-[calc(100dvh-5rem)] w-[min(36rem,calc(100vw-1rem))] overflow-y-auto short:top-2 short:max-h-[calc(100dvh-1rem)]"
              : "top-14 flex h-[calc(100dvh-5rem)] w-[min(72rem,calc(100vw-1rem))] flex-col overflow-hidden short:top-2 short:h-[calc(100dvh-1rem)]",
          )}
          style={{ boxShadow: "var(--shadow)" }}
        >
          <Dialog.Title className={hideTitle ? "sr-only" : "px-4 pt-3 text-sm font-semibold"}>
            {title}
          </Dialog.Title>
          {size === "large" && (
            <Dialog.Close asChild>
              <IconButton label="Close" className="absolute top-1.5 right-1.5">
                <X size={16} />
              </IconButton>
            </Dialog.Close>
          )}
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
