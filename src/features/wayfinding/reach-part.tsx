import { useMemo } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { KindIcon } from "@/components/kind-icons";
import { FIRST_PROMISES, settingsOf, shortened } from "@/core/document";
import {
  contentsList,
  coverageOf,
  levelsOf,
  reachOf,
  type Coverage,
  type SectionReach,
} from "@/core/wayfinding";
import { putContentsAtFront, setReturns, useSession, useDocument, useSessionValue } from "@/editor";
import { useGoToText } from "@/features/frame/go-to-text";
import { ReachPicture } from "./reach-picture";
import { ReachTable } from "./reach-table";

const WORST = 6;
/** How many pages, or screens, to a way back are far. */
const FAR = FIRST_PROMISES.pages!;
const FAR_ON_SCREEN = FIRST_PROMISES.screens!;

/** How readers get to each section and back, and the worst places with what mends them. */
export function ReachPart() {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const pages = useSessionValue((it) => it.pagesShown);
  const goToText = useGoToText();
  const reach = useMemo(() => reachOf(index, pages ?? undefined), [index, pages]);
  const coverage = coverageOf(reach);
  const worst = worstOf(reach);
  return (
    <section aria-labelledby="reach-part">
      <h2 id="reach-part" className="mb-1 font-semibold">
        Reach
      </h2>
      {coverage.sections === 0 ? (
        <p className="text-quiet">There are no sections yet to which readers could get.</p>
      ) : (
        <>
          <p className="mb-3 text-quiet" role="status">
            {summary(coverage)}
          </p>
          <ReachPicture reach={reach} size={index.doc.content.size} />
          {worst.length === 0 ? (
            <p className="mt-3 text-sm text-quiet">No problems.</p>
          ) : (
            <ul aria-label="Worst places" className="mt-3">
              {worst.map(({ section: { heading }, why }) => (
                <li key={heading.id} className="border-b border-line py-1.5">
                  <button
                    type="button"
                    className="flex w-full items-baseline gap-2 text-left hover:text-tide"
                    onClick={() => goToText(() => void session.jumps.to(heading.id))}
                  >
                    <KindIcon kind="heading" />
                    <span className="min-w-0 flex-1 truncate" dir="auto">
                      {shortened(heading.name, 80) || "Untitled"}
                    </span>
                  </button>
                  <p className="pl-5 text-sm text-quiet">{why}</p>
                </li>
              ))}
            </ul>
          )}
          <Mends coverage={coverage} reach={reach} />
          <ReachTable
            reach={reach}
            onOpen={({ section }) => goToText(() => void session.jumps.to(section.heading.id))}
          />
        </>
      )}
    </section>
  );
}

function summary(coverage: Coverage): string {
  const { sections, unreached, stranded, most, mean, farthestBack, farthestOnScreen } = coverage;
  const there =
    unreached === 0
      ? `Links lead to all ${counted(sections, "section")}, in ${mean.toFixed(1)} jumps on average and ${most} at most.`
      : `No links lead to ${unreached} of ${counted(sections, "section")}.`;
  const back =
    stranded > 0
      ? ` ${counted(stranded, "section has", "sections have")} no link back.`
      : farthestBack === null || farthestOnScreen === null
        ? ""
        : ` A way back is ${farthestBack === 0 ? "on every page" : `never more than ${farthestBack.toFixed(1)} pages away`}, and on screens ${farthestOnScreen === 0 ? "always in view" : `never more than ${farthestOnScreen.toFixed(1)} screens away`}.`;
  return there + back;
}

/** The sections that readers reach last, or from which they get back worst, with why. */
function worstOf(reach: readonly SectionReach[]): readonly (SectionReach & { why: string })[] {
  const rows = reach.flatMap((one) => {
    const why = [
      ...(one.fromStart === null ? ["No links lead here from the beginning."] : []),
      ...(one.back === null ? ["No links lead back from here."] : []),
      ...(one.pagesToBack !== null && one.pagesToBack > FAR
        ? [`A way back is up to ${one.pagesToBack.toFixed(1)} pages away.`]
        : []),
      ...(one.screensToBack !== null && one.screensToBack > FAR_ON_SCREEN
        ? [`On screens a way back is up to ${one.screensToBack.toFixed(1)} screens away.`]
        : []),
      ...(one.fromStart !== null && one.fromStart > 2 ? [`${one.fromStart} jumps from the beginning.`] : []),
    ];
    return why.length > 0 ? [{ ...one, why: why.join(" "), weight: badness(one) }] : [];
  });
  return rows.sort((a, b) => b.weight - a.weight).slice(0, WORST);
}

function badness({ fromStart, back, pagesToBack, screensToBack }: SectionReach): number {
  const off = Math.max(pagesToBack ?? 0, (screensToBack ?? 0) / 2);
  return (fromStart === null ? 100 : fromStart) + (back === null ? 50 : 0) + Math.min(40, off);
}

/** What mends most of it, each in one step. */
function Mends({ coverage, reach }: { coverage: Coverage; reach: readonly SectionReach[] }) {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const list = contentsList(index);
  const rule = settingsOf(index.doc).returns;
  const deepest = (lacks: (one: SectionReach) => boolean) =>
    reach.reduce((level, one) => (lacks(one) ? Math.max(level, one.section.heading.level) : level), 0);
  const unreached = deepest(({ fromStart }) => fromStart === null);
  const stranded = deepest(
    ({ back, pagesToBack, screensToBack }) =>
      back === null || (pagesToBack ?? Infinity) > FAR || (screensToBack ?? Infinity) > FAR_ON_SCREEN,
  );
  const shown = list ? levelsOf(index.doc.child(list.block)).to : 0;

  function showAll() {
    if (list) session.changeBlock(list.id, (tr, pos) => tr.setNodeAttribute(pos, "to", unreached));
    else
      session.dispatch(putContentsAtFront(session.store.state.tr, { from: 1, to: Math.max(unreached, 2) }));
    session.notices.say(
      list ? `The contents list shows levels down to ${unreached} now.` : "Add a contents list at the front.",
      {
        undo: true,
      },
    );
  }

  function leadBack() {
    const levels = Array.from({ length: stranded }, (_, i) => i + 1);
    session.dispatch(setReturns(session.store.state.tr, { ...rule, levels }));
    session.notices.say(`Return links now follow sections down to level ${stranded}.`, {
      undo: true,
    });
  }

  return (
    <div className="mt-3 flex flex-wrap gap-2">
      {coverage.unreached > 0 && (!list || unreached > shown) && (
        <Button onClick={showAll}>
          {list
            ? `Show levels down to ${unreached} in the contents list`
            : "Add a contents list that leads there"}
        </Button>
      )}
      {stranded > 0 && stranded > Math.max(0, ...rule.levels) && (
        <Button onClick={leadBack}>Add return links after sections down to level {stranded}</Button>
      )}
    </div>
  );
}
