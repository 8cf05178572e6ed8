import { planSchema, type Plan } from "@/core/wayfinding";
import { keepInBrowser, readKeptList } from "@/editor";

/*
 * Plans that an author kept, in this browser, for all documents.
 */

const KEY = "gate-rope plans";
const MOST = 50;

export function ownPlans(): readonly Plan[] {
  return readKeptList(KEY, planSchema);
}

/** Keeps a plan, in the place of one of the same name; answers all of them. */
export function keepPlan(plan: Plan): readonly Plan[] {
  return keep([...ownPlans().filter(({ name }) => name !== plan.name), plan]);
}

export function removePlan(name: string): readonly Plan[] {
  return keep(ownPlans().filter((plan) => plan.name !== name));
}

function keep(plans: readonly Plan[]): readonly Plan[] {
  const kept = plans.slice(-MOST);
  keepInBrowser(KEY, JSON.stringify(kept));
  return kept;
}
