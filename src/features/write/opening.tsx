"use client";

import dynamic from "next/dynamic";
import { StyleRules } from "@/components/style-rules";
import { OpeningBand } from "@/features/frame/top-band";
import { WriteFrame } from "./write-frame";

const EquationStyles = dynamic(() => import("@/components/equation-styles"));

/**
 * The stage on which a document is written, before there is an editor: its text stands where it will stand. Nothing can be done
 * with it yet, and where the address names a place it is not shown: the text will stand there.
 */
export function Opening({
  id,
  title,
  looks,
  html,
  language,
  direction,
}: {
  id: string;
  title: string;
  /** The document's style sheet as CSS rules. */
  looks: string;
  html: string;
  language: string;
  direction: "ltr" | "rtl";
}) {
  return (
    <div className="flex h-dvh flex-col overflow-hidden">
      <OpeningBand id={id} title={title} />
      <WriteFrame>
        <main aria-busy="true" className="min-w-0 flex-1">
          <div inert className="first-words h-full overflow-y-auto px-(--text-margin)">
            <StyleRules>{looks}</StyleRules>
            {html.includes('class="katex') && <EquationStyles />}
            <div className="manuscript" lang={language} dir={direction}>
              {/* Written from the checked model by the rules that draw the manuscript. */}
              <div className="bundle">
                <div className="chunk" dangerouslySetInnerHTML={{ __html: html }} />
              </div>
            </div>
          </div>
        </main>
      </WriteFrame>
    </div>
  );
}
