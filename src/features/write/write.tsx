"use client";

import { PanelRightClose, PanelRightOpen } from "lucide-react";
import { useState } from "react";
import { IconButton } from "@/components/button";
import { BookmarkPanel } from "./bookmark-panel";
import { CarryBar } from "./carry-bar";
import { Deck } from "./deck";
import { LinkChip } from "./link-chip";
import { LinkPicker } from "./link-picker";
import { Manuscript } from "./manuscript";
import { Rope } from "./rope";
import { Tray } from "./tray";
import { WayBack } from "./way-back";

/**
 * The stage on which a document is written: rope, manuscript, tray and deck. What stands around the manuscript is isolated,
 * so that the browser does not paint it anew with every key.
 */
export function Write() {
  const [trayOpen, setTrayOpen] = useState(true);
  return (
    <div className="flex h-full flex-col">
      <div className="flex min-h-0 flex-1">
        <div className="hidden md:block">
          <Rope />
        </div>
        <main className="relative min-w-0 flex-1">
          <Manuscript />
          <CarryBar />
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
        {trayOpen && <Tray />}
      </div>
      <section aria-label="Deck" className="isolate">
        <Deck />
      </section>
      <LinkPicker />
      <BookmarkPanel />
    </div>
  );
}
