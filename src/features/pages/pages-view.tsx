"use client";

import { ArrowLeft, ZoomIn, ZoomOut } from "lucide-react";
import Link from "next/link";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { buttonLook, IconButton } from "@/components/button";
import { fieldLook } from "@/components/field";
import { setupOf } from "@/core/document";
import type { PageMap } from "@/core/layout";
import { useSession, useDocument, useSessionValue } from "@/editor";
import { DrawnPage } from "./drawn-page";
import { PageStack } from "./page-stack";
import { useFollowDrawn } from "./use-follow-drawn";

/** Pixels for a point; the first fits a page into the narrowest window. */
const SIZES = [0.5, 0.7, 0.9, 1.1, 1.3, 1.6, 2, 2.6];
const FIRST_SIZE = 1.1;

/** The laid-out pages as they will print; only those in sight are drawn. */
export function PagesView() {
  const session = useSession();
  const pages = useSessionValue((it) => it.derived.pages?.value ?? null);
  const sheet = useDocument((it) => it.index.sheet);
  useSessionValue((it) => it.derived.drawingsCame);
  const stack = useMemo(() => new PageStack(pages, setupOf(sheet)), [pages, sheet]);
  /** Null until a size is chosen: as large as at first, or as the window is wide. */
  const [size, setSize] = useState<number | null>(null);
  const [across, setAcross] = useState(Infinity);
  const scale = size ?? Math.min(FIRST_SIZE, Math.max(SIZES[0]!, across / stack.widest));
  const scroller = useRef<HTMLDivElement>(null);
  const [top, setTop] = useState(0);
  const [room, setRoom] = useState(800);
  const { count } = stack;
  const first = Math.max(0, stack.pageAt(top, scale) - 1);
  const last = Math.min(count - 1, stack.pageAt(top + room, scale) + 1);
  const shown = useMemo(
    () => Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => first + i),
    [first, last],
  );
  const here = stack.pageAt(top + room / 3, scale);

  useEffect(() => session.derived.lookAtPages(shown), [session, shown]);
  useEffect(() => () => session.derived.lookAtPages([]), [session]);
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => {
      setRoom(entry!.contentRect.height);
      setAcross(entry!.contentRect.width);
    });
    observer.observe(scroller.current!);
    return () => observer.disconnect();
  }, []);

  const goTo = useCallback(
    (page: number, within = 0) => {
      const element = scroller.current;
      // The space above the page stays in sight.
      if (element) element.scrollTop = stack.topOf(page, scale) - stack.topOf(0, 0) + within * scale;
    },
    [stack, scale],
  );
  const follow = useFollowDrawn(goTo);
  /** The page that was asked for before there were any. */
  const awaited = useRef<string | null>(null);
  const visit = useCallback(
    (label: string) => {
      awaited.current = pages ? null : label;
      if (!pages) return;
      const page = pages.labels.page(label);
      if (page === null) session.notices.say(`There is no page ${label}.`);
      else goTo(page);
    },
    [pages, goTo, session],
  );
  useEffect(() => {
    if (pages && awaited.current !== null) visit(awaited.current);
  }, [pages, visit]);
  const smaller = SIZES.findLast((one) => one < scale - 0.01);
  const larger = SIZES.find((one) => one > scale + 0.01);
  function resize(next: number) {
    const page = stack.pageAt(top, scale);
    const within = (top - stack.topOf(page, scale)) / scale;
    setSize(next);
    requestAnimationFrame(() => {
      if (scroller.current) scroller.current.scrollTop = stack.topOf(page, next) + within * next;
    });
  }

  return (
    <main data-region="text" className="flex h-full flex-col">
      <h1 className="sr-only">Pages</h1>
      <div
        role="group"
        aria-label="Pages"
        className="flex h-11 shrink-0 items-center gap-2 border-b border-line px-3"
      >
        <Link href={`/documents/${session.id}/publish`} className={buttonLook()}>
          <ArrowLeft size={15} aria-hidden /> Publish
        </Link>
        <span className="flex-1" />
        <PageField key={here} label={pages?.labels.of(here) ?? ""} onGo={visit} />
        <span className="text-sm text-quiet tabular-nums">
          {pages ? countText(pages, here) : "Laying out the pages …"}
        </span>
        <span className="flex-1" />
        <IconButton label="Zoom out" disabled={!smaller} onClick={() => smaller && resize(smaller)}>
          <ZoomOut size={16} />
        </IconButton>
        <IconButton label="Zoom in" disabled={!larger} onClick={() => larger && resize(larger)}>
          <ZoomIn size={16} />
        </IconButton>
      </div>
      <div
        ref={scroller}
        tabIndex={0}
        role="region"
        aria-label="Laid-out pages"
        className="min-h-0 flex-1 overflow-auto bg-wash"
        onScroll={(event) => setTop(event.currentTarget.scrollTop)}
      >
        <div
          className="relative mx-auto"
          style={{ width: stack.widest * scale, height: stack.heightOf(scale) }}
        >
          {shown.map((page) => (
            <section
              key={page}
              aria-label={`Page ${pages?.labels.of(page) ?? page + 1}`}
              className="absolute inset-x-0 mx-auto bg-white shadow-sm ring-1 ring-line"
              style={{
                top: stack.topOf(page, scale),
                width: stack.sizeOf(page).width * scale,
                height: stack.sizeOf(page).height * scale,
              }}
            >
              <DrawnPage drawing={session.derived.drawings.get(page)} scale={scale} onFollow={follow} />
            </section>
          ))}
        </div>
      </div>
    </main>
  );
}

/** How many pages there are; which one of them this is, where their numbers do not say that. */
function countText({ labels }: PageMap, here: number): string {
  const last = labels.of(labels.count - 1);
  return last === String(labels.count) ? `of ${last}` : `(${here + 1} of ${labels.count})`;
}

/** The number of the page in sight; another is typed to go there. */
function PageField({ label, onGo }: { label: string; onGo: (label: string) => void }) {
  return (
    <label className="flex items-center gap-2 text-sm">
      Page
      <input
        defaultValue={label}
        className={fieldLook("w-16 text-center tabular-nums")}
        onKeyDown={(event) => event.key === "Enter" && onGo(event.currentTarget.value)}
      />
    </label>
  );
}
