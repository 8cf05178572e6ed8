import { clsx } from "clsx";
import { scaleLinear } from "d3";
import { useEffect, useMemo, useRef, useState } from "react";
import { listKeys } from "@/components/list-keys";
import { shortened } from "@/core/document";
import { foundPlaces, useSession, useSessionValue } from "@/editor";
import { NoHeadings } from "./no-headings";
import { ropeLabels } from "./rope-labels";
import { gatesWithRoom, knotsWithRoom } from "./rope-signs";

const LINE = 22;
const END = 14;
/** Names of so many letters fit; each label that is cut off costs the browser one more piece in every frame. */
const SHORT = 20;

/**
 * The whole document drawn to scale as one vertical line: headings as knots on it, bookmarks as gates across it, the part
 * in view as a bracket that can be dragged.
 */
export function RopeToScale() {
  const session = useSession();
  const index = useSessionValue((it) => it.outline);
  const inView = useSessionValue((it) => it.inView);
  const box = useRef<HTMLDivElement>(null);
  const [height, setHeight] = useState(0);

  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => setHeight(entry!.contentRect.height));
    observer.observe(box.current!);
    return () => observer.disconnect();
  }, []);

  const size = Math.max(index.doc.content.size, 1);
  const y = useMemo(() => scaleLinear([0, size], [END, Math.max(height - END, END)]), [size, height]);
  const labels = useMemo(() => ropeLabels(index.headings, index.bookmarks, y), [index, y]);
  const here = index.sectionAt(inView.from);

  return (
    <div ref={box} className="absolute inset-0 overflow-hidden" onKeyDown={listKeys}>
      {height > 0 && <Line y={y} height={height} />}
      {labels.map(({ place, y: top }, i) => (
        <button
          key={place.id}
          type="button"
          data-row={place.name}
          tabIndex={i === 0 ? 0 : -1}
          onClick={() => session.jumps.to(place.id)}
          title={shortened(place.name, 300) || "Untitled"}
          className={clsx(
            "absolute h-[17px] max-w-[180px] rounded-xs pr-1 text-left leading-[17px] hover:text-tide hover:underline",
            place.name.length > SHORT ? "truncate" : "whitespace-nowrap",
            place.kind === "bookmark"
              ? "text-quiet italic"
              : place.level === 1
                ? "font-semibold"
                : "text-quiet",
            place.kind === "heading" && here?.id === place.id && "text-tide",
          )}
          style={{
            top: top - 8.5,
            left: LINE + 16 + (place.kind === "heading" ? Math.min(place.level - 1, 3) * 8 : 0),
            fontSize: 12.5,
          }}
        >
          {place.kind === "bookmark" && <span className="sr-only">Bookmark </span>}
          {shortened(place.name, 80) || "Untitled"}
        </button>
      ))}
      {index.headings.length === 0 && <NoHeadings />}
      {height > 0 && <Bracket y={y} />}
    </div>
  );
}

type Scale = ReturnType<typeof scaleLinear<number, number>>;

/** The line itself, its knots and gates. A click anywhere on it goes there. */
function Line({ y, height }: { y: Scale; height: number }) {
  const session = useSession();
  const index = useSessionValue((it) => it.outline);
  const knots = useMemo(() => knotsWithRoom(index.headings, y), [index, y]);
  const gates = useMemo(() => gatesWithRoom(index.bookmarks, y), [index, y]);
  const places = useSessionValue((it) => foundPlaces(it.state));
  const ticks = useMemo(() => [...new Set(places.map(({ from }) => Math.round(y(from))))], [places, y]);
  return (
    <svg
      height={height}
      aria-hidden="true"
      className="absolute inset-0 w-full cursor-pointer"
      onClick={(event) =>
        session.jumps.toPlace(
          Math.max(0, Math.round(y.invert(event.clientY - event.currentTarget.getBoundingClientRect().top))),
        )
      }
    >
      <line
        x1={LINE}
        x2={LINE}
        y1={END}
        y2={height - END}
        stroke="var(--hemp)"
        strokeWidth="2.5"
        strokeDasharray="3 2"
      />
      {ticks.length > 0 && (
        <path
          data-matches
          d={ticks.map((at) => `M${LINE - 9} ${at}h6`).join("")}
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
      )}
      {gates.map((bookmark) => (
        <path
          key={bookmark.id}
          d={`M${LINE - 8} ${y(bookmark.pos) + 5}v-7h16v7`}
          fill="none"
          stroke="var(--hemp)"
          strokeWidth="1.8"
        />
      ))}
      {knots.map((heading) => (
        <circle
          key={heading.id}
          cx={LINE}
          cy={y(heading.pos)}
          r={[5, 3.6, 2.6][heading.level - 1]}
          fill="var(--ground)"
          stroke="var(--tide)"
          strokeWidth="1.8"
        />
      ))}
    </svg>
  );
}

/** The part in view. Dragging it scrolls the manuscript. */
function Bracket({ y }: { y: Scale }) {
  const session = useSession();
  const { from, to } = useSessionValue((it) => it.inView);
  const drag = useRef<{ grip: number } | null>(null);
  const top = y(from);
  const length = Math.max(y(to) - top, 10);
  return (
    <div
      aria-hidden="true"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        drag.current = { grip: event.clientY - top };
      }}
      onPointerMove={(event) => {
        if (drag.current)
          session.scrollTo(
            Math.round(Math.min(Math.max(y.invert(event.clientY - drag.current.grip), 0), y.domain()[1]!)),
            0,
          );
      }}
      onPointerUp={() => {
        drag.current = null;
      }}
      className="absolute left-1 w-2.5 cursor-grab border-2 border-r-0 border-ink"
      style={{ top, height: length }}
    />
  );
}
