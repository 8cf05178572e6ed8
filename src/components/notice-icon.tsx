import type { NoticeKind } from "@/core/document";
import { ICON_BOX, ICON_LINE, iconPath, NOTICE_ICONS } from "@/core/model/notice-icon";

/** What the kinds of notice are called. */
export const NOTICE_NAMES: Readonly<Record<NoticeKind, string>> = {
  note: "Note",
  tip: "Tip",
  caution: "Caution",
  warning: "Warning",
  danger: "Danger",
};

/** The icon of a kind of notice. */
export function NoticeIcon({ kind }: { kind: NoticeKind }) {
  const { dot } = NOTICE_ICONS[kind];
  return (
    <svg
      width="15"
      height="15"
      viewBox={`0 0 ${ICON_BOX} ${ICON_BOX}`}
      aria-hidden="true"
      className="shrink-0"
    >
      <path
        d={iconPath(kind)}
        fill="none"
        stroke="currentColor"
        strokeWidth={ICON_LINE}
        strokeLinejoin="round"
        strokeLinecap="round"
      />
      {dot && <circle cx={dot[0]} cy={dot[1]} r="1" fill="currentColor" />}
    </svg>
  );
}
