import { Transform } from "prosemirror-transform";
import { indexDocument, type DocumentIndex } from "@/core/destinations";
import type { Promises } from "@/core/document";
import type { Doubled } from "./doubled";
import { buildPlan, within, type Plan, type PlannedList } from "./plans";
import { brokenPromises, type BrokenPromise } from "./promises";
import type { PageScale } from "./text-scale";

/** Pages that can be carried along through changes. */
export interface CarriedPages extends PageScale {
  mapped(changes: Transform["mapping"]["maps"]): PageScale;
}

/** A plan whose levels were picked by what it promises, and what it cannot keep of that in a document. */
export interface FittedPlan {
  readonly plan: Plan;
  readonly broken: readonly BrokenPromise[];
}

const DEEPEST = 6;

/**
 * A plan with the levels that keep its promises in a document: the lists of chapters, or the contents list, go as deep as sections have to be reached
 * from there; long chapters get lists of their own; where sections go on for longer than is promised, ways back stand after deeper sections too; and where
 * the text goes on without a section, one stays in view on screens. What no plan can keep is told.
 */
export function fittedPlan(
  index: DocumentIndex,
  plan: Plan,
  replaced: readonly Doubled[] = [],
  pages?: CarriedPages,
): FittedPlan {
  const tried = (one: Plan): readonly BrokenPromise[] => {
    const planned = buildPlan(new Transform(index.doc), one, replaced);
    return brokenPromises(indexDocument(planned.doc), plan.promises, pages?.mapped(planned.mapping.maps));
  };
  let fitted = plan;
  let broken = tried(fitted);
  const breaks = (promise: keyof Promises) => broken.some((one) => one.promise === promise);
  const take = (next: Plan) => {
    const then = tried(next);
    if (then.length >= broken.length) return;
    fitted = next;
    broken = then;
  };
  if (breaks("sections") && !fitted.lists.some(isOfChapters))
    take({ ...fitted, lists: [...fitted.lists, within(1, 2, { pageless: true })] });
  // Chapters hold what is deep; only where there are no such lists, or sections in no chapter, the contents list does.
  for (const which of [isOfChapters, isContents])
    for (
      let to = 2;
      to <= DEEPEST && (breaks("jumps") || (which === isOfChapters && breaks("sections")));
      to++
    ) {
      if (!fitted.lists.some((list) => which(list) && list.to < to)) continue;
      take({
        ...fitted,
        lists: fitted.lists.map((list) => (which(list) && list.to < to ? { ...list, to } : list)),
      });
    }
  const { pages: onPaper, screens } = plan.promises;
  const apart = Math.min(onPaper ?? Infinity, screens ? screens * PAGES_OF_A_SCREEN : Infinity);
  if ((breaks("pages") || breaks("screens")) && apart < Infinity)
    for (const part of [1, 0.6]) {
      if (!breaks("pages") && !breaks("screens")) break;
      take({
        ...fitted,
        returns: { ...fitted.returns, closer: Math.max(0.5, Math.round(apart * part * 10) / 10) },
      });
    }
  const { also = [] } = fitted.returns;
  if (breaks("screens") && !also.includes("floating"))
    take({ ...fitted, returns: { ...fitted.returns, also: [...also, "floating"] } });
  return { plan: fitted, broken };
}

/** So much of a page a screen shows. */
const PAGES_OF_A_SCREEN = 0.5;

function isOfChapters({ of, at }: PlannedList): boolean {
  return of === "section" && typeof at === "object";
}

function isContents({ of, at }: PlannedList): boolean {
  return of === "sections" && at === "front";
}
