import { Transform, type Mappable } from "prosemirror-transform";
import { indexDocument, type DocumentIndex } from "@/core/destinations";
import type { Doubled } from "./doubled";
import { buildPlan, type Plan } from "./plans";
import { coverageOf, reachOf, type Coverage, type PageScale } from "./reach";

/** Pages that can be carried along through changes. */
interface CarriedPages extends PageScale {
  mapped(changes: readonly Mappable[]): PageScale;
}

/** What a plan changes for readers. */
export interface PlanEffect {
  readonly before: Coverage;
  readonly after: Coverage;
  /** Whether it stands there already. */
  readonly built: boolean;
}

/**
 * How far readers get now, and with a plan. Both are told by the pages of now where these are laid out: what the plan puts in
 * has none before it is built.
 */
export function planEffect(
  index: DocumentIndex,
  plan: Plan,
  replaced: readonly Doubled[] = [],
  pages?: CarriedPages,
): PlanEffect {
  const planned = buildPlan(new Transform(index.doc), plan, replaced);
  const after = reachOf(indexDocument(planned.doc), pages?.mapped(planned.mapping.maps));
  return {
    before: coverageOf(reachOf(index, pages)),
    after: coverageOf(after),
    built: planned.doc.eq(index.doc),
  };
}
