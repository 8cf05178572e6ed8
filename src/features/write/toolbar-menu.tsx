import { ChevronRight } from "lucide-react";
import { DropdownMenu, Toolbar } from "radix-ui";
import { type ReactNode } from "react";
import { buttonLook } from "@/components/button";
import { useSession } from "@/editor";

/** A menu of the deck. The keyboard goes back to the manuscript when it closes. */
export function Menu({
  label,
  trigger,
  children,
}: {
  label: string;
  trigger: ReactNode;
  children: ReactNode;
}) {
  const session = useSession();
  return (
    <DropdownMenu.Root modal={false}>
      <Toolbar.Button asChild>
        <DropdownMenu.Trigger aria-label={label} className={buttonLook("quiet", "px-2!")}>
          {trigger}
        </DropdownMenu.Trigger>
      </Toolbar.Button>
      <DropdownMenu.Portal>
        <section aria-label={label}>
          <DropdownMenu.Content
            // What is longer than the window is moved by keys too.
            tabIndex={0}
            side="top"
            align="start"
            sideOffset={6}
            onCloseAutoFocus={(event) => {
              event.preventDefault();
              // What was put in may have taken the keyboard to the tray or to a box already.
              if (!document.activeElement?.closest("[data-inspector-field], [role=dialog]"))
                session.viewport.focus();
            }}
            className="z-50 max-h-[70vh] min-w-44 overflow-y-auto rounded-base border border-line bg-raised p-1"
            style={{ boxShadow: "var(--shadow)" }}
          >
            {children}
          </DropdownMenu.Content>
        </section>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** A menu within a menu. */
export function Submenu({ label, icon, children }: { label: string; icon: ReactNode; children: ReactNode }) {
  return (
    <DropdownMenu.Sub>
      <DropdownMenu.SubTrigger className={ITEM}>
        {icon} {label}
        <ChevronRight size={15} aria-hidden className="ml-auto" />
      </DropdownMenu.SubTrigger>
      <DropdownMenu.Portal>
        <section aria-label={label}>
          <DropdownMenu.SubContent
            tabIndex={0}
            sideOffset={4}
            className="z-50 max-h-[70vh] min-w-44 overflow-y-auto rounded-base border border-line bg-raised p-1"
            style={{ boxShadow: "var(--shadow)" }}
          >
            {children}
          </DropdownMenu.SubContent>
        </section>
      </DropdownMenu.Portal>
    </DropdownMenu.Sub>
  );
}

const ITEM =
  "flex cursor-pointer items-center gap-2 rounded-base px-2.5 py-1.5 text-sm data-highlighted:bg-tide-wash data-highlighted:outline-hidden";

/** One thing that a menu does; `keys` is how it is done without the menu. */
export function Item({
  children,
  onSelect,
  keys,
}: {
  children: ReactNode;
  onSelect: () => void;
  keys?: string;
}) {
  return (
    <DropdownMenu.Item onSelect={onSelect} className={ITEM}>
      {children}
      {keys && <span className="ml-auto pl-4 text-quiet">{keys}</span>}
    </DropdownMenu.Item>
  );
}

/** What the items below have in common. */
export function Group({ label }: { label: string }) {
  return (
    <>
      <DropdownMenu.Separator className="my-1 h-px bg-line" />
      <DropdownMenu.Label className="px-2.5 py-1 text-sm text-quiet">{label}</DropdownMenu.Label>
    </>
  );
}
