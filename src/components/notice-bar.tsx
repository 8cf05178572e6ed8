import { X } from "lucide-react";
import { useEffect, useRef, type ReactNode } from "react";
import { Button, IconButton } from "./button";

const SHOWN_FOR = 12_000;

/** One line at the foot that says what just happened, with the way to undo it. It stays while it is pointed at. */
export function NoticeBar({
  children,
  action,
  onClose,
}: {
  children: ReactNode;
  action?: { label: string; run: () => void };
  onClose: () => void;
}) {
  const close = useRef(onClose);
  const held = useRef(false);
  useEffect(() => {
    close.current = onClose;
  });
  useEffect(() => {
    const timer = setInterval(() => !held.current && close.current(), SHOWN_FOR);
    return () => clearInterval(timer);
  }, []);
  return (
    <div
      role="status"
      onPointerEnter={() => void (held.current = true)}
      onPointerLeave={() => void (held.current = false)}
      onFocus={() => void (held.current = true)}
      onBlur={() => void (held.current = false)}
      className="fixed bottom-28 left-1/2 z-30 flex max-w-[min(44rem,calc(100vw-2rem))] -translate-x-1/2 items-center gap-3 rounded-base border border-line bg-raised py-1.5 pr-1.5 pl-4 text-sm"
      style={{ boxShadow: "var(--shadow)" }}
    >
      <span className="min-w-0 overflow-hidden text-ellipsis">{children}</span>
      {action && (
        <Button
          onClick={() => {
            action.run();
            onClose();
          }}
        >
          {action.label}
        </Button>
      )}
      <IconButton label="Close" onClick={onClose}>
        <X size={16} />
      </IconButton>
    </div>
  );
}
