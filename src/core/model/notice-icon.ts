import type { NoticeKind } from "./notice";

/** The side of the box in which icons are drawn. */
export const ICON_BOX = 16;

/** A line of an icon: points in a box of 16 by 16, y downwards. */
export type IconLine = readonly (readonly [x: number, y: number])[];

/** An icon: lines that are drawn, and a dot. */
export interface NoticeIcon {
  readonly lines: readonly IconLine[];
  readonly dot: readonly [x: number, y: number] | null;
}

const square: IconLine = [
  [2, 2],
  [14, 2],
  [14, 14],
  [2, 14],
  [2, 2],
];
const triangle: IconLine = [
  [8, 1.5],
  [15, 14],
  [1, 14],
  [8, 1.5],
];
const octagon: IconLine = [
  [5.2, 1.2],
  [10.8, 1.2],
  [14.8, 5.2],
  [14.8, 10.8],
  [10.8, 14.8],
  [5.2, 14.8],
  [1.2, 10.8],
  [1.2, 5.2],
  [5.2, 1.2],
];
const mark: IconLine = [
  [8, 6],
  [8, 9.6],
];

/** The icon of each kind of notice: told apart by shape, so that colour is never the only difference. */
export const NOTICE_ICONS: Readonly<Record<NoticeKind, NoticeIcon>> = {
  note: {
    lines: [
      square,
      [
        [8, 7.4],
        [8, 11.4],
      ],
    ],
    dot: [8, 4.8],
  },
  tip: {
    lines: [
      square,
      [
        [4.8, 8.2],
        [7, 10.6],
        [11.2, 5.4],
      ],
    ],
    dot: null,
  },
  caution: { lines: [triangle, mark], dot: [8, 11.8] },
  warning: {
    lines: [
      triangle,
      [
        [8, 5.6],
        [8, 9.6],
      ],
      [
        [3.6, 12.4],
        [5.2, 12.4],
      ],
      [
        [10.8, 12.4],
        [12.4, 12.4],
      ],
    ],
    dot: [8, 11.8],
  },
  danger: {
    lines: [
      octagon,
      [
        [8, 4],
        [8, 9],
      ],
    ],
    dot: [8, 11.6],
  },
};

/** How thick its lines are. */
export const ICON_LINE = 1.5;

/** The lines of an icon as the path of an SVG image. */
export function iconPath(kind: NoticeKind): string {
  return NOTICE_ICONS[kind].lines
    .map((line) => `M${line.map((point) => point.join(" ")).join("L")}`)
    .join("");
}

/** The icon as an SVG image of one colour. */
export function iconSvg(kind: NoticeKind): string {
  const { dot } = NOTICE_ICONS[kind];
  const spot = dot ? `<circle cx='${dot[0]}' cy='${dot[1]}' r='1'/>` : "";
  return `<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 16 16'><path d='${iconPath(kind)}' fill='none' stroke='black' stroke-width='${ICON_LINE}' stroke-linejoin='round' stroke-linecap='round'/>${spot}</svg>`;
}
