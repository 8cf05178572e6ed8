import { useEffect, useMemo, useRef, useState, type CSSProperties } from "react";
import { Segments } from "@/components/segments";
import { setupOf } from "@/core/document";
import { contentsList } from "@/core/wayfinding";
import { useSession, useDocument, useSessionValue } from "@/editor";
import { DrawnPage } from "@/features/pages/drawn-page";
import { useFollowDrawn } from "@/features/pages/use-follow-drawn";

const WAYS = [
  { value: "page", label: "Page" },
  { value: "phone", label: "Phone" },
  { value: "screen", label: "Screen" },
] as const;
type Way = (typeof WAYS)[number]["value"];

/** Widths and heights of screens, in their own pixels. */
const SCREENS = { phone: { width: 390, height: 700 }, screen: { width: 1280, height: 800 } } as const;
/** Changes that come together are shown together, in milliseconds. */
const GATHERED = 600;

/** What is built as a reader meets it: on paper, on a phone and on a screen. */
export function PreviewPart() {
  const [way, setWay] = useState<Way>("page");
  return (
    <section aria-labelledby="preview-part" className="md:col-span-2">
      <div className="mb-3 flex flex-wrap items-center gap-4">
        <h2 id="preview-part" className="font-semibold">
          What readers see
        </h2>
        <Segments label="Width of the preview" options={WAYS} value={way} onChange={setWay} />
      </div>
      {way === "page" ? <OnPage /> : <OnScreen key={way} {...SCREENS[way]} name={way} />}
    </section>
  );
}

/** The page on which the contents list begins, or the first. */
function OnPage() {
  const session = useSession();
  const pages = useSessionValue((it) => it.derived.pages?.value ?? null);
  const index = useDocument((it) => it.outline);
  useSessionValue((it) => it.derived.drawingsCame);
  const list = contentsList(index);
  const [gone, setGone] = useState<number | null>(null);
  // Every page on which a list goes on begins at its one position.
  const page = gone ?? (pages && list && list.pos > 0 ? pages.pageAt(list.pos - 1) : 0);
  const follow = useFollowDrawn(setGone);
  const shown = useMemo(() => [page, page + 1], [page]);
  useEffect(() => session.derived.lookAtPages(shown), [session, shown]);
  useEffect(() => () => session.derived.lookAtPages([]), [session]);
  const { width, height } = setupOf(index.sheet);
  const scale = 430 / width;
  return (
    <div
      className="flex flex-wrap gap-6 md:min-h-(--page) [&_svg]:h-auto [&_svg]:max-w-full"
      style={{ "--page": `${height * scale}px` } as CSSProperties}
    >
      {shown.map((number) => {
        const drawing = session.derived.drawings.get(number);
        return (
          drawing && (
            <div key={number} className="bg-white text-black shadow-sm ring-1 ring-line">
              <DrawnPage drawing={drawing} scale={scale} onFollow={follow} />
            </div>
          )
        );
      })}
    </div>
  );
}

/** The reading view as a screen of so many pixels shows it, drawn as small as there is room for. */
function OnScreen({ width, height, name }: { width: number; height: number; name: string }) {
  const session = useSession();
  const kept = useSessionValue((it) => it.sync.kept.kind === "kept");
  const outline = useDocument((it) => it.outline);
  const frame = useRef<HTMLIFrameElement>(null);
  const room = useRef<HTMLDivElement>(null);
  const [scale, setScale] = useState(1);
  const first = useRef(true);

  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => setScale(Math.min(1, entry!.contentRect.width / width)));
    observer.observe(room.current!);
    return () => observer.disconnect();
  }, [width]);

  // What is shown is what the server has; it is shown again when that has changed.
  useEffect(() => {
    if (first.current) {
      first.current = false;
      return;
    }
    if (!kept) return;
    const timer = setTimeout(() => frame.current?.contentWindow?.location.reload(), GATHERED);
    return () => clearTimeout(timer);
  }, [kept, outline]);

  return (
    <div ref={room} style={{ height: height * scale }} className="overflow-hidden">
      <iframe
        ref={frame}
        title={`Preview on a ${name}`}
        src={`/read/${session.id}/living`}
        width={width}
        height={height}
        className="origin-top-left rounded-base border border-line bg-ground"
        style={{ transform: `scale(${scale})` }}
      />
    </div>
  );
}
