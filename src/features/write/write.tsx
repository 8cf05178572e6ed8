"use client";

import { PanelRightClose, PanelRightOpen } from "lucide-react";
import { startTransition, useEffect, useRef, useState, type KeyboardEvent } from "react";
import { flushSync } from "react-dom";
import { isOneOf } from "@/core/one-of";
import { IconButton } from "@/components/button";
import { useSession, useSessionValue } from "@/editor";
import { focusRegion, PARTS, regionOf, type Part } from "@/features/frame/regions";
import { useBeside } from "./beside";
import { LinkByPointingBar } from "./link-by-pointing-bar";
import { WriteToolbar } from "./toolbar";
import { JumpHistory } from "./jump-history";
import { LinkChip } from "./link-chip";
import { LinkPicker } from "./link-picker";
import { TitleLinks } from "./title-links";
import { Manuscript } from "./manuscript";
import { FindBar } from "./find-bar";
import { PicturesBar } from "./pictures-bar";
import { OutlinePane } from "./outline-pane";
import { ThumbBar } from "./thumb-bar";
import { TitlesPanel } from "./titles-panel";
import { Inspector } from "./inspector";
import { WayBack } from "./way-back";
import { WriteFrame } from "./write-frame";

/**
 * The stage on which a document is written: rope, manuscript, tray and deck. What stands around the manuscript is isolated,
 * so that the browser does not paint it again with every key.
 */
export function Write() {
  const session = useSession();
  const beside = useBeside();
  const bookmarksShown = useSessionValue((it) => it.decorations.bookmarks);
  const [around, drawAround] = useAround();
  useParts((part) => {
    drawAround();
    beside.open(part);
  });
  const { narrow, isOpen } = beside;
  const sheet = narrow ? (PARTS.find(isOpen) ?? null) : null;
  /** Escape leads back to the text, unless what has the keyboard has made something of it. */
  const leave = (event: KeyboardEvent<HTMLElement>) => {
    const part = regionOf(event.target instanceof Element ? event.target : null);
    if (event.key !== "Escape" || event.defaultPrevented || !part || !isOneOf(PARTS, part)) return;
    if (narrow) beside.close(part);
    session.viewport.focus();
  };
  const drawn = (part: Part) => around && isOpen(part);
  return (
    <div
      className="flex h-full flex-col"
      data-bookmarks={bookmarksShown ? "shown" : "hidden"}
      onKeyDown={leave}
    >
      <WriteFrame
        sheet={sheet}
        outline={drawn("outline") && <OutlinePane />}
        inspector={isOpen("inspector") ? around && <Inspector /> : null}
        toolbar={
          <section aria-label="Deck" data-region="toolbar" className="isolate lg:h-full">
            {drawn("toolbar") && <WriteToolbar />}
          </section>
        }
        bar={
          around && (
            <ThumbBar
              isOpen={isOpen}
              onToggle={(part) => (isOpen(part) ? beside.close(part) : beside.open(part))}
            />
          )
        }
      >
        <main data-region="text" className="relative min-w-0 flex-1">
          <Manuscript />
          <FindBar />
          <LinkByPointingBar />
          <PicturesBar />
          <LinkChip />
          <WayBack />
          {!narrow && (
            <div className="absolute top-2 right-2">
              <IconButton
                label={isOpen("inspector") ? "Close the tray" : "Open the tray"}
                onClick={() => (isOpen("inspector") ? beside.close("inspector") : beside.open("inspector"))}
              >
                {isOpen("inspector") ? <PanelRightClose size={17} /> : <PanelRightOpen size={17} />}
              </IconButton>
            </div>
          )}
        </main>
      </WriteFrame>
      <JumpHistory />
      <LinkPicker />
      <TitleLinks />
      <TitlesPanel />
    </div>
  );
}

/** Opens the parts beside the text when they are asked for, with the keyboard in what is usually used there. */
function useParts(open: (part: Part) => void) {
  const session = useSession();
  const opening = useRef(open);
  useEffect(() => {
    opening.current = open;
  });
  useEffect(() => {
    const show = (part: Part) => () => {
      // The panel of what this very key selected has to be there before the next key.
      flushSync(() => opening.current(part));
      focusRegion(part);
    };
    const takeBack = PARTS.map((part) => session.dialogs.register(part, show(part)));
    return () => takeBack.forEach((take) => take());
  }, [session]);
}

/**
 * Whether to draw what stands around the manuscript, and how to have it drawn now: at the opening of a document its text
 * comes a frame before it, or more on a slow machine.
 */
function useAround(): [boolean, () => void] {
  const session = useSession();
  const [around, setAround] = useState(session.viewport.wasShown);
  useEffect(() => {
    const frame = requestAnimationFrame(() => setTimeout(() => startTransition(() => setAround(true))));
    return () => cancelAnimationFrame(frame);
  }, []);
  return [around, () => setAround(true)];
}
