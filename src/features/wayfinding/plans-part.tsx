import { CircleCheck } from "lucide-react";
import { useEffect, useMemo, useState } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { Check } from "@/components/field";
import { settingsOf, shortened, type Promises } from "@/core/document";
import {
  brokenMessage,
  buildPlan,
  catchUp,
  doubledBy,
  leftBehind,
  planOf,
  READY_PLANS,
  type BrokenPromise,
  type Coverage,
  type Doubled,
  type PlanEffect,
} from "@/core/wayfinding";
import { useSession, useDocument, useSessionValue } from "@/editor";
import { PromiseFields } from "./promise-fields";
import { builtPlan, keepPlan, noteBuilt, ownPlans, removePlan } from "./own-plans";

/** Plans that build all of the wayfinding in one step: ready ones, and those an author kept. */
export function PlansPart() {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const [own, setOwn] = useState(ownPlans);
  const [name, setName] = useState("");
  const plans = [...READY_PLANS, ...own];
  const [chosen, setChosen] = useState(() => builtPlan(session.id) ?? READY_PLANS[0]!.name);
  const plan = plans.find((one) => one.name === chosen) ?? READY_PLANS[0]!;

  const [keeping, setKeeping] = useState(false);
  // What is promised here stays promised, whichever plan is looked at first.
  const standing = useDocument((it) => settingsOf(it.state.doc).returns.promises);
  const [asked, setAsked] = useState<Readonly<Record<string, Promises>>>(() =>
    standing ? { [chosen]: standing } : {},
  );
  const pages = useSessionValue((it) => it.pagesShown);
  const promises = asked[plan.name] ?? plan.promises;
  const wanted = useMemo(() => ({ ...plan, promises }), [plan, promises]);
  // Worked out beside the editing: fitting a plan to a thousand pages takes a while.
  useEffect(
    () => session.derived.askAboutPlan(wanted, keeping, pages),
    [session, index, wanted, keeping, pages],
  );
  const worked = useSessionValue((it) => it.derived.plan);
  const current = worked?.effect.plan.name === plan.name ? worked : null;
  const effect = current?.effect ?? null;
  const doubled = current?.doubled ?? NONE;

  function build() {
    // Letters typed since have moved what is replaced.
    if (!effect) return;
    const now = keeping ? NONE : doubledBy(session.store.index, plan);
    session.dispatch(buildPlan(session.store.state.tr, effect.plan, now));
    noteBuilt(session.id, plan.name);
    session.notices.say(`Built “${plan.name}”. It updates itself.`, { undo: true });
  }

  return (
    <section aria-labelledby="plans-part">
      <h2 id="plans-part" className="mb-1 font-semibold">
        Plan
      </h2>
      <p className="mb-3 text-quiet">All lists and return links for a type of document, built in one step.</p>
      <LeftBehind />
      <div role="radiogroup" aria-label="Wayfinding plans" className="grid gap-1">
        {plans.map((one) => (
          <label
            key={one.name}
            className={`flex cursor-pointer items-baseline gap-2 rounded-base px-2 py-1 ${one === plan ? "bg-tide-wash" : "hover:bg-wash"}`}
          >
            <input
              type="radio"
              name="plan"
              checked={one === plan}
              onChange={() => setChosen(one.name)}
              className="accent-tide"
            />
            <span className="font-medium">{one.name}</span>
          </label>
        ))}
      </div>
      <p className="mt-2 text-sm text-quiet">{plan.says || "Your own plan."}</p>
      <PromiseFields
        promises={promises}
        onChange={(next) => setAsked((all) => ({ ...all, [plan.name]: next }))}
      />
      {effect ? (
        <BeforeAfter {...effect} />
      ) : (
        <p role="status" className="mt-2 text-sm text-quiet">
          Checking what it changes …
        </p>
      )}
      {doubled.length > 0 && (
        <Check
          className="mt-2"
          label={`Replace ${describeDoubled(doubled)} made by hand`}
          checked={!keeping}
          onChange={(on) => setKeeping(!on)}
        />
      )}
      <div className="mt-3 flex flex-wrap gap-2">
        {!effect?.built && (
          <Button look="main" data-stage-first disabled={!effect} onClick={build}>
            Build this plan
          </Button>
        )}
        {own.some((one) => one.name === plan.name) && (
          <Button look="quiet" onClick={() => setOwn(removePlan(plan.name))}>
            Delete this plan
          </Button>
        )}
      </div>
      <form
        className="mt-4 flex gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          const words = name.trim();
          if (words === "" || READY_PLANS.some((one) => one.name === words)) return;
          setOwn(keepPlan(planOf(session.store.state.doc, words)));
          setChosen(words);
          setName("");
        }}
      >
        <input
          aria-label="Name of your own plan"
          placeholder="Name for the current setup"
          value={name}
          onChange={(event) => setName(event.target.value)}
          className="h-8 min-w-0 flex-1 rounded-base border border-edge bg-raised px-2.5 text-sm"
        />
        <Button type="submit" disabled={name.trim() === ""}>
          Save as a plan
        </Button>
      </form>
    </section>
  );
}

/** Chapters that came since the others got their lists. */
function LeftBehind() {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const behind = useMemo(() => leftBehind(index), [index]);
  const sections = [...new Set(behind.flatMap((one) => one.sections))];
  if (sections.length === 0) return null;
  const names = sections.slice(0, 3).map(({ name }) => `“${shortened(name, 40) || "Untitled"}”`);
  const more = sections.length - names.length;
  return (
    <div className="mb-3 rounded-base border border-hemp bg-raised px-3 py-2" role="status">
      <p className="mb-2">
        {counted(sections.length, "section lacks", "sections lack")} the list that others at{" "}
        {sections.length === 1 ? "its" : "their"} level have: {names.join(", ")}
        {more > 0 && ` and ${more} more`}.
      </p>
      <Button
        onClick={() => session.dispatch(catchUp(session.store.state.tr, leftBehind(session.store.index)))}
      >
        Give {sections.length === 1 ? "it" : "them"} one
      </Button>
    </div>
  );
}

const NONE: readonly Doubled[] = [];

/** What stands already, in words: “a contents list and 4 ways back”. */
function describeDoubled(doubled: readonly Doubled[]): string {
  const count = (wanted: Doubled["kind"]) => doubled.filter(({ kind }) => kind === wanted).length;
  return [
    ...(count("contents") > 0 ? [counted(count("contents"), "contents list")] : []),
    ...(count("return") > 0 ? [counted(count("return"), "way back", "ways back")] : []),
  ].join(" and ");
}

/** What a plan changes: how far readers get now, and how far with it. */
function BeforeAfter({ plan, before, after, brokenBefore, brokenAfter, built }: PlanEffect) {
  if (before.sections === 0)
    return <p className="mt-2 text-sm text-quiet">There are no headings to lead to yet.</p>;
  if (built)
    return (
      <>
        <p className="mt-2 flex items-center gap-2 text-sm" role="status">
          <CircleCheck aria-hidden className="size-4 text-tide" />
          This plan is built here and stays current.
        </p>
        <Broken promises={brokenAfter} />
      </>
    );
  const rows: readonly (readonly [string, (one: Coverage) => string])[] = [
    ["Sections without a link to them", ({ unreached }) => String(unreached)],
    ["Sections without a way back", ({ stranded }) => String(stranded)],
    ["Jumps to a section, at most", ({ most }) => String(most)],
    [
      "Pages to a way back, at most",
      ({ farthestBack }) => (farthestBack === null ? "–" : farthestBack.toFixed(1)),
    ],
    [
      "Screens to a way back, at most",
      ({ farthestOnScreen }) => (farthestOnScreen === null ? "–" : farthestOnScreen.toFixed(1)),
    ],
  ];
  return (
    <>
      <table className="mt-3 w-full text-sm" aria-label={`${plan.name}: before and after`}>
        <thead>
          <tr className="border-b border-line text-left text-quiet">
            <th className="py-1 font-medium">{counted(before.sections, "section")}</th>
            <th className="py-1 text-right font-medium">Now</th>
            <th className="py-1 text-right font-medium">With this plan</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([label, of]) => (
            <tr key={label} className="border-b border-line">
              <td className="py-1">{label}</td>
              <td className="py-1 text-right tabular-nums">{of(before)}</td>
              <td className="py-1 text-right font-medium tabular-nums">{of(after)}</td>
            </tr>
          ))}
          <tr>
            <td className="py-1">Places where a promise does not hold</td>
            <td className="py-1 text-right tabular-nums">{brokenBefore.length}</td>
            <td className="py-1 text-right font-medium tabular-nums">{brokenAfter.length}</td>
          </tr>
        </tbody>
      </table>
      <Broken promises={brokenAfter} />
    </>
  );
}

const FEW = 3;

/** What a plan cannot keep of what it promises, and where. */
function Broken({ promises }: { promises: readonly BrokenPromise[] }) {
  if (promises.length === 0) return null;
  return (
    <div className="mt-2 text-sm" role="status">
      <p className="font-medium">What this plan cannot keep:</p>
      <ul className="list-disc pl-5 text-quiet">
        {promises.slice(0, FEW).map((one) => (
          <li key={`${one.promise} ${one.section.id}`}>{brokenMessage(one)}</li>
        ))}
        {promises.length > FEW && <li>and at {counted(promises.length - FEW, "more place")}</li>}
      </ul>
    </div>
  );
}
