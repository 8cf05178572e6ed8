import { Fragment, type Node } from "prosemirror-model";
import { Transform } from "prosemirror-transform";
import { indexDocument, type DocumentIndex } from "@/core/index";
import { isKind, settingsOf, withAttributes, withSettings, type Promises } from "@/core/document";
import type { Doubled } from "./doubled";
import { kindOf, levelsOf } from "./lists";
import { levelsAboveChapters } from "./own-title";
import { buildPlan, lowered, planOf, within, type Plan, type PlannedList } from "./plans";
import { brokenPromises, type BrokenPromise } from "./promises";
import type { PageScale } from "./text-scale";

/** Pages that can be carried along through changes. */
export interface MappedPages extends PageScale {
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
  pages?: MappedPages,
): FittedPlan {
  const tried = planTrier(index, replaced, pages);
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

/**
 * Tells what a plan breaks. Building one goes through the whole document for each list that it puts in; so plans whose lists stand at the same places are
 * built once, and the levels of their lists are changed where they stand.
 */
function planTrier(
  index: DocumentIndex,
  replaced: readonly Doubled[],
  pages: MappedPages | undefined,
): (plan: Plan) => readonly BrokenPromise[] {
  const built = new Map<string, { readonly doc: Node; readonly scale: PageScale | undefined }>();
  return (plan) => {
    const places = JSON.stringify(
      plan.lists.map(({ of, at, to }) => [of, at, isOfChapters({ of, at }) && to]),
    );
    let standing = built.get(places);
    if (!standing) {
      const { doc, mapping } = buildPlan(new Transform(index.doc), plan, replaced);
      standing = { doc, scale: pages?.mapped(mapping.maps) };
      built.set(places, standing);
    }
    const own = lowered(plan, levelsAboveChapters(index.doc));
    const contents = own.lists.find(isContents);
    const blocks = standing.doc.content.content.map((block) =>
      contents &&
      isKind(block, "contents_list") &&
      kindOf(block) === "sections" &&
      levelsOf(block).to !== contents.to
        ? withAttributes<"contents_list">(block, { to: contents.to })
        : block,
    );
    const doc = withSettings(standing.doc.copy(Fragment.from(blocks)), {
      returns: { ...settingsOf(standing.doc).returns, ...own.returns },
    });
    return brokenPromises(indexDocument(doc), plan.promises, standing.scale);
  };
}

/** How much of a page a screen shows. */
const PAGES_OF_A_SCREEN = 0.5;

function isOfChapters({ of, at }: Pick<PlannedList, "of" | "at">): boolean {
  return of === "section" && typeof at === "object";
}

function isContents({ of, at }: PlannedList): boolean {
  return of === "sections" && at === "front";
}

/** Keeps what a document promises, as far as can be: what stands there stays, with other levels and more ways back where these are needed. */
export function keepPromises<T extends Transform>(tr: T, index: DocumentIndex, pages?: MappedPages): T {
  const standing = planOf(index.doc, "");
  return buildPlan(tr, fittedPlan(index, standing, [], pages).plan);
}
