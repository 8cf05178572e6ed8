"use client";

import { PanelRightClose, PanelRightOpen } from "lucide-react";
import { startTransition, useEffect, useRef, useState } from "react";
import { flushSync } from "react-dom";
import { IconButton } from "@/components/button";
import { useSession, useSessionValue } from "@/editor";
import { CarryBar } from "./carry-bar";
import { Deck } from "./deck";
import { LinkChip } from "./link-chip";
import { LinkPicker } from "./link-picker";
import { TitleLinks } from "./title-links";
import { Manuscript } from "./manuscript";
import { FindBar } from "./find-bar";
import { PicturesBar } from "./pictures-bar";
import { Rope } from "./rope";
import { TitlesPanel } from "./titles-panel";
import { Tray } from "./tray";
import { WayBack } from "./way-back";
import { WriteFrame } from "./write-frame";

/**
 * The stage on which a document is written: rope, manuscript, tray and deck. What stands around the manuscript is isolated,
 * so that the browser does not paint it anew with every key.
 */
export function Write() {
  const [trayOpen, setTrayOpen] = useState(true);
  const bookmarksShown = useSessionValue((it) => it.shownSigns.bookmarks);
  const around = useAround();
  useTray(() => setTrayOpen(true));
  return (
    <div className="flex h-full flex-col" data-bookmarks={bookmarksShown ? "shown" : "hidden"}>
      <WriteFrame
        rope={around && <Rope />}
        tray={trayOpen ? around && <Tray /> : null}
        deck={
          <section aria-label="Deck" className="isolate h-full">
            {around && <Deck />}
          </section>
        }
      >
        <main className="relative min-w-0 flex-1">
          <Manuscript />
          <FindBar />
          <CarryBar />
          <PicturesBar />
          <LinkChip />
          <WayBack />
          <div className="absolute top-2 right-2">
            <IconButton
              label={trayOpen ? "Close the tray" : "Open the tray"}
              onClick={() => setTrayOpen(!trayOpen)}
            >
              {trayOpen ? <PanelRightClose size={17} /> : <PanelRightOpen size={17} />}
            </IconButton>
          </div>
        </main>
      </WriteFrame>
      <LinkPicker />
      <TitleLinks />
      <TitlesPanel />
    </div>
  );
}

/** Opens the tray when it is asked for, with the keyboard in the field for what is selected. */
function useTray(open: () => void) {
  const session = useSession();
  const opening = useRef(open);
  useEffect(
    () =>
      session.offer("tray", () => {
        // What is selected since this very key is to be there before the next one comes.
        flushSync(() => opening.current());
        document.querySelector<HTMLElement>("[data-tray-field]")?.focus();
      }),
    [session],
  );
}

/** Whether to draw what stands around the manuscript: at the opening of a document its text comes a frame before it. */
function useAround(): boolean {
  const session = useSession();
  const [around, setAround] = useState(session.wasShown);
  useEffect(() => {
    const frame = requestAnimationFrame(() => setTimeout(() => startTransition(() => setAround(true))));
    return () => cancelAnimationFrame(frame);
  }, []);
  return around;
}
