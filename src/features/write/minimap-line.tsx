import { useMemo } from "react";
import { targetKey } from "@/core/links";
import type { PageMap } from "@/core/layout/page-map";
import { colourOf, foundPlaces, othersCarets, useSession, useDocument, useSessionValue } from "@/editor";
import {
  bookmarksWithRoom,
  heapedWithRoom,
  inWindow,
  headingsWithRoom,
  placesWithRoom,
} from "./minimap-marks";
import { END, type MinimapScale } from "./use-minimap-zoom";

/** How far from the left edge the line stands. */
export const LINE = 28;

/**
 * The line of the rope with all that is on it: knots of headings, gates of bookmarks, squares of figures and tables, matches,
 * faults, and where others write. A click anywhere on it goes there.
 */
export function MinimapLine({ y, height, times }: { y: MinimapScale; height: number; times: number }) {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const broken = useSessionValue((it) => it.derived.broken);
  const findings = useSessionValue((it) => it.derived.findingPlaces);
  const pages = useSessionValue((it) => it.pagesShown);
  const matches = useDocument((it) => foundPlaces(it.state));
  const others = useDocument((it) => othersCarets(it.state));
  const within = useMemo(() => inWindow(y, height), [y, height]);
  const headings = useMemo(
    () => headingsWithRoom(within(index.headings), y, times > 3 ? 6 : 3),
    [index, within, y, times],
  );
  const bookmarks = useMemo(() => bookmarksWithRoom(within(index.bookmarks), y), [index, within, y]);
  const blocks = useMemo(
    // Drawn small, many of them would hide everything else.
    () => placesWithRoom(within([...index.figures, ...index.tables]), y, times > 2 ? 9 : 22),
    [index, within, y, times],
  );
  const faults = useMemo(() => {
    const brokenAt =
      broken.size === 0
        ? []
        : index.links.filter(({ target }) => broken.has(targetKey(target))).map(({ from }) => from);
    return heapedWithRoom(within([...brokenAt, ...findings].map((pos) => ({ pos }))), y);
  }, [index, broken, findings, within, y]);
  const ticks = useMemo(
    () => [
      ...new Set(within(matches.map(({ from }) => ({ pos: from }))).map(({ pos }) => Math.round(y(pos)))),
    ],
    [matches, within, y],
  );
  const pageTicks = useMemo(() => (pages ? ticksOfPages(pages, y, height) : []), [pages, y, height]);
  // Faults stand where page numbers do, and matter more.
  const numbered = pageTicks.filter(({ at }) =>
    faults.every(({ pos }) => Math.abs(y(pos) - at) >= FAULT_ROOM),
  );
  return (
    <svg
      height={height}
      aria-hidden="true"
      // What reaches beyond it is cut off by the box around it.
      className="absolute inset-0 w-full cursor-pointer overflow-visible"
      onClick={(event) => {
        const at = y.invert(event.clientY - event.currentTarget.getBoundingClientRect().top);
        session.jumps.toPlace(Math.round(Math.min(Math.max(at, 0), y.domain()[1]!)));
      }}
    >
      <line
        x1={LINE}
        x2={LINE}
        y1={Math.max(times > 1 ? 0 : END, y(0))}
        y2={Math.min(height - (times > 1 ? 0 : END), y(index.doc.content.size))}
        stroke="var(--hemp)"
        strokeWidth="2.5"
        strokeDasharray="3 2"
      />
      <path
        d={pageTicks.map(({ at }) => `M${LINE - 5} ${at}h5`).join("")}
        stroke="var(--edge)"
        strokeWidth="1"
      />
      {/* One text, which costs the browser less in every frame than one for each number. */}
      <text textAnchor="end" className="fill-quiet text-[9.5px] tabular-nums">
        {numbered.map(({ at, label }) => (
          <tspan key={label} data-page={label} x={LINE - 6.5} y={at + 3.5}>
            {label}
          </tspan>
        ))}
      </text>
      {ticks.length > 0 && (
        <path
          data-matches
          d={ticks.map((at) => `M${LINE - 9} ${at}h6`).join("")}
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
      )}
      {bookmarks.map((bookmark) => (
        <path
          key={bookmark.id}
          data-sign="gate"
          d={`M${LINE - 8} ${y(bookmark.pos) + 5}v-7h16v7`}
          fill="none"
          stroke="var(--hemp)"
          strokeWidth="1.8"
        />
      ))}
      {blocks.map((place) => (
        <path
          key={place.id}
          data-sign={place.kind}
          d={`M${LINE + 7} ${y(place.pos) - 3}h6v6h-6z${place.kind === "table" ? "m0 3h6" : ""}`}
          {...outlined("plum", 1.4)}
        />
      ))}
      {headings.map((heading) => (
        <circle
          key={heading.id}
          cx={LINE}
          cy={y(heading.pos)}
          r={[5, 3.6, 2.6][Math.min(heading.level, 3) - 1]}
          {...outlined("tide", 1.8)}
        />
      ))}
      {faults.map(({ pos, count }) => (
        <g key={pos} data-sign="fault" data-count={count}>
          {count === 1 ? (
            <path d={`M${LINE - 12} ${y(pos) - 4}l4 7h-8z`} {...outlined("vermilion", 1.4)} />
          ) : (
            <FaultCount at={y(pos)} count={count} />
          )}
        </g>
      ))}
      {others.map(({ client, name, head }) => (
        <g key={client} className={`person-${colourOf(client)}`} data-person={name}>
          <circle cx={LINE} cy={y(head)} r="3.4" fill="var(--person)" stroke="var(--ground)" />
          <path d={`M${LINE - 12} ${y(head)}h9`} stroke="var(--person)" strokeWidth="2" />
        </g>
      ))}
    </svg>
  );
}

/** Faults that would lie on one another: how many they are. */
function FaultCount({ at, count }: { at: number; count: number }) {
  const words = count < 1_000 ? String(count) : `${Math.floor(count / 1_000)}k`;
  const width = 6 + words.length * 5.5;
  const right = LINE - 8;
  return (
    <>
      <rect x={right - width} y={at - 6} width={width} height="12" rx="3" {...outlined("vermilion", 1.2)} />
      <text
        x={right - width / 2}
        y={at + 3.4}
        textAnchor="middle"
        className="fill-vermilion text-[9.5px] font-semibold tabular-nums"
      >
        {words}
      </text>
    </>
  );
}

/** A sign that covers the line it stands on. */
function outlined(colour: string, strokeWidth: number) {
  return { fill: "var(--ground)", stroke: `var(--${colour})`, strokeWidth };
}

const PAGE_ROOM = 34;
/** Pixels between the middle of a fault and that of a page number. */
const FAULT_ROOM = 11;

/** Beginnings of pages that have room on the rope: each, or each fifth, tenth and so on. */
function ticksOfPages(pages: PageMap, y: MinimapScale, height: number): { at: number; label: string }[] {
  const [first, last] = [y(pages.starts[0] ?? 0), y(pages.starts.at(-1) ?? 0)];
  const apart = (last - first) / Math.max(1, pages.starts.length - 1);
  const every =
    [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000].find((one) => one * apart >= PAGE_ROOM) ?? 5000;
  const ticks: { at: number; label: string }[] = [];
  for (let page = 0; page < pages.starts.length; page++) {
    const { labels } = pages;
    if (labels.numeralsOf(page) !== "decimal" || labels.numberOf(page) % every !== 0) continue;
    const at = y(pages.starts[page]!);
    if (at > 12 && at < height - 6) ticks.push({ at, label: pages.labels.of(page) });
  }
  return ticks;
}
