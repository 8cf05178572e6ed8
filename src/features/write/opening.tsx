"use client";

import { OpeningBand } from "@/features/frame/top-band";

/**
 * The stage on which a document is written, before there is an editor: its text stands where it will stand. Nothing can be done
 * with it yet, and where the address names a place it is not shown: the text will stand there.
 */
export function Opening({
  id,
  title,
  looks,
  html,
}: {
  id: string;
  title: string;
  /** The document's style sheet as CSS rules. */
  looks: string;
  html: string;
}) {
  return (
    <div className="flex h-screen flex-col overflow-hidden">
      <OpeningBand id={id} title={title} />
      <div className="flex min-h-0 flex-1">
        <div className="hidden w-[232px] shrink-0 border-r border-line md:block" />
        <main aria-busy="true" className="min-w-0 flex-1">
          <div inert className="first-words h-full overflow-y-auto px-16">
            <style>{looks}</style>
            <div className="manuscript">
              {/* Written from the checked model by the rules that draw the manuscript. */}
              <div className="chunk" dangerouslySetInnerHTML={{ __html: html }} />
            </div>
          </div>
        </main>
        <div className="w-72 shrink-0 border-l border-line" />
      </div>
      <div className="h-12 shrink-0 border-t border-line" />
    </div>
  );
}
