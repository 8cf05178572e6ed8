import { planSchema, type Plan } from "@/core/wayfinding";
import { keepInBrowser, readKept, readKeptList } from "@/editor";

/*
 * Plans that an author kept, in this browser, for all documents; and which of them was built in each.
 */

const KEY = "gate-rope plans";
const MAX_PLANS = 50;

export function ownPlans(): readonly Plan[] {
  return readKeptList(KEY, planSchema);
}

/** Keeps a plan, in place of one of the same name; answers all of them. */
export function keepPlan(plan: Plan): readonly Plan[] {
  return keep([...ownPlans().filter(({ name }) => name !== plan.name), plan]);
}

export function removePlan(name: string): readonly Plan[] {
  return keep(ownPlans().filter((plan) => plan.name !== name));
}

/** The name of the plan that was built last in a document, as far as this browser knows. */
export function builtPlan(document: string): string | null {
  return readKept(`gate-rope plan ${document}`);
}

export function noteBuilt(document: string, name: string): void {
  keepInBrowser(`gate-rope plan ${document}`, name);
}

function keep(plans: readonly Plan[]): readonly Plan[] {
  const kept = plans.slice(-MAX_PLANS);
  keepInBrowser(KEY, JSON.stringify(kept));
  return kept;
}
