"use client";

import { ContentsPart } from "./contents-part";
import { ListsPart } from "./lists-part";
import { PlansPart } from "./plans-part";
import { PreviewPart } from "./preview-part";
import { ReachPart } from "./reach-part";
import { ReturnsPart } from "./returns-part";

/**
 * The stage on which readers get their ways: plans, lists, the links back, and how far all of it reaches. Everything here is always
 * current.
 */
export function Wayfinding() {
  return (
    <main data-region="text" className="h-full overflow-y-auto">
      <div className="mx-auto grid max-w-5xl grid-cols-[minmax(0,1fr)] gap-x-12 gap-y-10 px-6 py-8 md:grid-cols-2">
        <h1 className="font-serif text-2xl font-semibold md:col-span-2">Wayfinding</h1>
        <PlansPart />
        <ReachPart />
        <PreviewPart />
        <ContentsPart />
        <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-10">
          <ReturnsPart />
          <ListsPart />
        </div>
      </div>
    </main>
  );
}
