import { clsx } from "clsx";
import { Maximize2, ZoomIn, ZoomOut } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import { IconButton } from "@/components/button";
import { listKeys } from "@/components/list-keys";
import type { Bookmark, Heading } from "@/core/index";
import { shortened } from "@/core/document";
import { useSession, useDocument, useSessionValue } from "@/editor";
import { NoHeadings } from "./no-headings";
import { MinimapBracket } from "./minimap-bracket";
import { LABEL_HEIGHT, minimapLabels } from "./minimap-labels";
import { LINE, MinimapLine } from "./minimap-line";
import { inWindow } from "./minimap-marks";
import { useMinimapZoom } from "./use-minimap-zoom";

/** Names of so many letters fit; each label that is cut off costs the browser one more piece in every frame. */
const SHORT = 20;
const STEP = 1.8;
/** Pixels for a name of level 1. */
const WIDEST = 180;

/**
 * The whole document drawn to scale as one vertical line, or a part of it drawn larger: by the wheel, by dragging, with two
 * fingers, with the keys +, − and 0. The part in view is a bracket that can be dragged.
 */
export function Minimap() {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const inView = useSessionValue((it) => it.viewport.inView);
  const showBookmarks = useSessionValue((it) => it.decorations.bookmarks);
  const box = useRef<HTMLDivElement>(null);
  const [height, setHeight] = useState(0);

  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => setHeight(entry!.contentRect.height));
    observer.observe(box.current!);
    return () => observer.disconnect();
  }, []);

  const { y, times, by, reset, show } = useMinimapZoom(box, index.doc.content.size, height);
  const labels = useMemo(() => {
    const within = inWindow(y, height);
    return minimapLabels(within(index.headings), showBookmarks ? within(index.bookmarks) : [], y);
  }, [index, showBookmarks, y, height]);
  const here = index.sectionAt(inView.from);

  // What is in view is on the rope as well, however large that is drawn.
  const showing = useRef(show);
  useEffect(() => {
    showing.current = show;
  });
  useEffect(() => showing.current(inView.from), [inView.from]);

  function key(event: React.KeyboardEvent<HTMLElement>) {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === "+" || event.key === "=") by(STEP, inView.from);
    else if (event.key === "-") by(1 / STEP, inView.from);
    else if (event.key === "0") reset();
    else return listKeys(event);
    event.preventDefault();
  }

  return (
    <div ref={box} className="absolute inset-0 touch-none overflow-hidden" onKeyDown={key}>
      {height > 0 && <MinimapLine y={y} height={height} times={times} />}
      {labels.map(({ place, y: top }, i) => (
        <button
          key={place.id}
          type="button"
          dir="auto"
          aria-current={place.kind === "heading" && here?.id === place.id ? "location" : undefined}
          data-row={place.name}
          tabIndex={i === 0 ? 0 : -1}
          onClick={() => session.jumps.to(place.id)}
          title={shortened(place.name, 300) || "Untitled"}
          className={clsx(
            "absolute h-6 rounded-xs pr-1 text-left leading-6 hover:text-tide hover:underline",
            place.name.length > SHORT ? "truncate" : "whitespace-nowrap",
            place.kind === "bookmark"
              ? "text-quiet italic"
              : place.level === 1
                ? "font-semibold"
                : "text-quiet",
            place.kind === "heading" && here?.id === place.id && "text-tide",
          )}
          style={{
            top: top - LABEL_HEIGHT / 2,
            left: LINE + 16 + indentOf(place),
            maxWidth: WIDEST - indentOf(place),
            fontSize: 12.5,
          }}
        >
          {place.kind === "bookmark" && <span className="sr-only">Bookmark </span>}
          {index.numbers.has(place.id) && (
            <span className="mr-1 font-normal">{index.numbers.get(place.id)}</span>
          )}
          {shortened(place.name, 80) || "Untitled"}
        </button>
      ))}
      {index.headings.length === 0 && <NoHeadings />}
      {height > 0 && <MinimapBracket y={y} />}
      {index.headings.length > 0 && (
        <div
          role="group"
          aria-label="Size of the rope"
          className="absolute right-1 bottom-1 flex rounded-base bg-ground"
        >
          {times > 1 && (
            <IconButton label="All of the document (0)" className="size-7!" onClick={reset}>
              <Maximize2 size={14} />
            </IconButton>
          )}
          <IconButton
            label="Zoom out (−)"
            className="size-7!"
            disabled={times <= 1}
            onClick={() => by(1 / STEP, inView.from)}
          >
            <ZoomOut size={15} />
          </IconButton>
          <IconButton label="Zoom in (+)" className="size-7!" onClick={() => by(STEP, inView.from)}>
            <ZoomIn size={15} />
          </IconButton>
        </div>
      )}
    </div>
  );
}

/** How far in a name stands, in pixels. */
function indentOf(place: Heading | Bookmark): number {
  return place.kind === "heading" ? Math.min(place.level - 1, 3) * 8 : 0;
}
