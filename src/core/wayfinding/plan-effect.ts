import { Transform } from "prosemirror-transform";
import { indexDocument, type DocumentIndex } from "@/core/index";
import type { Promises } from "@/core/document";
import type { Doubled } from "./doubled";
import { fittedPlan, type MappedPages } from "./fitted-plan";
import { buildPlan, type Plan } from "./plans";
import { brokenPromises, type BrokenPromise } from "./promises";
import { coverageOf, reachOf, type Coverage } from "./reach";

/** What a plan changes for readers. */
export interface PlanEffect {
  /** The plan with the levels that were picked by what it promises. */
  readonly plan: Plan;
  readonly before: Coverage;
  readonly after: Coverage;
  /** What the document breaks now of what the plan promises, and what it would still break with it. */
  readonly brokenBefore: readonly BrokenPromise[];
  readonly brokenAfter: readonly BrokenPromise[];
  /** Whether it stands there already. */
  readonly built: boolean;
}

/**
 * How far readers get now, and with a plan that keeps what it promises as far as it can. Both are told by the pages of now where these are laid out: what the
 * plan puts in has none before it is built.
 */
export function planEffect(
  index: DocumentIndex,
  ready: Plan,
  replaced: readonly Doubled[] = [],
  pages?: MappedPages,
): PlanEffect {
  const { plan, broken } = fittedPlan(index, ready, replaced, pages);
  const planned = buildPlan(new Transform(index.doc), plan, replaced);
  const after = reachOf(indexDocument(planned.doc), pages?.mapped(planned.mapping.maps));
  const promises: Promises = ready.promises;
  return {
    plan,
    before: coverageOf(reachOf(index, pages)),
    after: coverageOf(after),
    brokenBefore: brokenPromises(index, promises, pages),
    brokenAfter: broken,
    built: planned.doc.eq(index.doc),
  };
}
