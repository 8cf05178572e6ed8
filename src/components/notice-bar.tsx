import { clsx } from "clsx";
import { X } from "lucide-react";
import { useEffect, useRef } from "react";
import { Button, IconButton } from "./button";

const SHOWN_FOR = 12_000;

const IN_FLOW =
  "max-lg:!static max-lg:!w-full max-lg:!max-w-none max-lg:!translate-x-0 max-lg:!rounded-none max-lg:!border-x-0 max-lg:!border-b-0 max-lg:!shadow-none";

/** What is told at the foot of the window. */
export interface ShownNotice {
  /** Another one is another notice, though it may say the same. */
  readonly key: string | number;
  readonly words: string;
  readonly action?: { readonly label: string; readonly run: () => void } | undefined;
}

/**
 * One line at the foot that says what just happened, with the way to undo it. It stays while it is pointed at. Its place is always
 * there, as screen readers need it; `spoken` is told to them alone, and gives way to what is shown.
 */
export function NoticeBar({
  notice,
  spoken = "",
  inFlow = false,
  onClose,
}: {
  notice: ShownNotice | null;
  spoken?: string;
  /** In a narrow window it stands below all else, where it covers nothing. */
  inFlow?: boolean;
  onClose: () => void;
}) {
  const close = useRef(onClose);
  const paused = useRef(false);
  const key = notice?.key;
  useEffect(() => {
    close.current = onClose;
  });
  useEffect(() => {
    if (key === undefined) return;
    paused.current = false;
    const timer = setInterval(() => !paused.current && close.current(), SHOWN_FOR);
    return () => clearInterval(timer);
  }, [key]);
  return (
    <div
      onPointerEnter={() => void (paused.current = true)}
      onPointerLeave={() => void (paused.current = false)}
      onFocus={() => void (paused.current = true)}
      onBlur={() => void (paused.current = false)}
      className={clsx(
        "fixed z-40 flex items-center gap-3 text-sm",
        notice && inFlow && IN_FLOW,
        notice
          ? "bottom-28 left-1/2 max-w-[min(44rem,calc(100vw-2rem))] -translate-x-1/2 rounded-base border border-line bg-raised py-1.5 pr-1.5 pl-4"
          : "bottom-0 left-0",
      )}
      style={notice ? { boxShadow: "var(--shadow)" } : undefined}
    >
      <p role="status" className={notice ? "min-w-0 overflow-hidden text-ellipsis" : "sr-only"}>
        {notice ? notice.words : spoken}
      </p>
      {notice?.action && (
        <Button
          onClick={() => {
            notice.action?.run();
            onClose();
          }}
        >
          {notice.action.label}
        </Button>
      )}
      {notice && (
        <IconButton label="Close" onClick={onClose}>
          <X size={16} />
        </IconButton>
      )}
    </div>
  );
}
