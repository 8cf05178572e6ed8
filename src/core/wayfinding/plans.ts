import { Transform } from "prosemirror-transform";
import type { Node } from "prosemirror-model";
import { z } from "zod";
import {
  asKind,
  FIRST_PROMISES,
  fixedWords,
  fixedWordsOf,
  isKind,
  isListTitle,
  LIST_KINDS,
  listOptionsSchema,
  newId,
  promisesSchema,
  returnRuleSchema,
  RETURNS_NONE,
  schema,
  settingsOf,
  type ListKind,
  type ListOptions,
  type Promises,
  type ReturnRule,
} from "@/core/document";
import { indexDocument, type DocumentIndex, type Heading } from "@/core/index";
import type { Doubled } from "./doubled";
import { ledHome, placesIn } from "./living-contents";
import { isMenu, isMenuBy, kindOf, levelsOf, optionsOf } from "./lists";
import { levelsAboveChapters } from "./own-title";
import { frontBlock, frontPos } from "./put-wayfinding";

/** A list of a plan: what it lists, how, and where it stands. */
export interface PlannedList {
  readonly of: ListKind;
  readonly title: string;
  /** Levels of sections, both ends included. */
  readonly from: number;
  readonly to: number;
  /** At the front of the document, behind it, or at the start of each section of a level. */
  readonly at: "front" | "end" | { readonly eachOfLevel: number };
  readonly options: ListOptions;
}

/** A named set of all that leads readers, which is built in one step and keeps itself current. */
export interface Plan {
  readonly name: string;
  /** For whom it is, in one sentence. */
  readonly says: string;
  readonly lists: readonly PlannedList[];
  readonly returns: ReturnRule;
  /** What it promises readers; it picks levels by that. */
  readonly promises: Promises;
}

const levelSchema = z.int().min(1).max(6);

/** Checks a plan that comes from outside. */
export const planSchema: z.ZodType<Plan> = z.strictObject({
  name: z.string().min(1).max(200),
  says: z.string().max(1_000),
  lists: z
    .array(
      z.strictObject({
        of: z.enum(LIST_KINDS),
        title: z.string().max(1_000),
        from: levelSchema,
        to: levelSchema,
        at: z.union([z.enum(["front", "end"]), z.strictObject({ eachOfLevel: levelSchema })]),
        options: listOptionsSchema,
      }),
    )
    .max(40),
  returns: returnRuleSchema,
  promises: promisesSchema.default(() => ({})),
});

/** Where a plan is made no document is there yet; built, its lists are called as in the document's language. */
const ENGLISH_TITLES = fixedWords("en").lists;

const contents = (to: number, options: ListOptions = {}): PlannedList => ({
  of: "sections",
  title: ENGLISH_TITLES.sections,
  from: 1,
  to,
  at: "front",
  options,
});
/** A list of a kind at a place, called as such lists are; when it is built, in the language of the document. */
export const listOf = (of: ListKind, at: PlannedList["at"], options: ListOptions = {}): PlannedList => ({
  of,
  title: ENGLISH_TITLES[of],
  from: 1,
  to: 3,
  at,
  options,
});
/** A list of what they hold at the start of each section of a level. */
export const within = (level: number, to: number, options: ListOptions = {}): PlannedList => ({
  ...listOf("section", { eachOfLevel: level }, options),
  to,
});
/** What a document that is read once promises: every section can be reached. */
const ONLY_JUMPS: Promises = { jumps: FIRST_PROMISES.jumps };
const returns = (levels: readonly number[], to?: ReturnRule["to"]): ReturnRule => ({
  levels,
  words: "",
  ...(to && { to }),
});

/** Plans that come with Gate Rope. */
export const READY_PLANS: readonly Plan[] = [
  {
    name: "Handbook",
    says: "For long texts in which readers look things up: contents, a short list in each chapter, figures, tables, an index, and a way back after each section.",
    lists: [
      contents(3),
      listOf("figures", "front"),
      listOf("tables", "front"),
      within(1, 2, { pageless: true }),
      listOf("alphabet", "end", { columns: 2 }),
    ],
    returns: returns([1, 2]),
    promises: FIRST_PROMISES,
  },
  {
    name: "Course guide",
    says: "For texts that are read in units: contents, what each unit holds at its start, and a way back to the contents after each unit.",
    lists: [contents(2), within(1, 2, { pageless: true })],
    returns: returns([1]),
    promises: FIRST_PROMISES,
  },
  {
    name: "Report",
    says: "For texts that are read once and quoted: contents, figures and tables.",
    lists: [contents(3), listOf("figures", "front"), listOf("tables", "front")],
    returns: RETURNS_NONE,
    promises: ONLY_JUMPS,
  },
  {
    name: "E-book",
    says: "For small screens: contents of two levels without pages, and a way back after each chapter.",
    lists: [contents(2, { pageless: true })],
    returns: returns([1]),
    promises: { ...FIRST_PROMISES, pages: null },
  },
  {
    name: "Single web page",
    says: "For one long page: contents in a line, and a way back to the top after each section.",
    lists: [contents(2, { run: true, pageless: true })],
    returns: returns([1, 2], "top"),
    promises: { jumps: FIRST_PROMISES.jumps, screens: FIRST_PROMISES.screens },
  },
];

/**
 * Builds what a plan holds and a document lacks, in the transform that is handed over. A list of the same kind at the same place is there already
 * and takes the plan's options; a section that holds no more than its heading gets none. `replaced`: what was made by hand and goes first.
 */
export function buildPlan<T extends Transform>(tr: T, ready: Plan, replaced: readonly Doubled[] = []): T {
  const gone = placesIn(tr.doc, replaced);
  for (const { from, to } of [...replaced].reverse()) tr.delete(from, to);
  const plan = lowered(ready, levelsAboveChapters(tr.doc));
  const promised = Object.keys(plan.promises).length > 0 ? { promises: plan.promises } : {};
  for (const list of plan.lists) if (typeof list.at === "object") putList(tr, list);
  const whole = plan.lists.filter(({ at }) => typeof at !== "object");
  // From the last to the first, so that they stand in their order.
  for (const list of [...whole].reverse()) putList(tr, list);
  tr.setDocAttribute("returns", { ...plan.returns, ...promised });
  return gone.size > 0 ? ledHome(tr, gone) : tr;
}

/** Puts one list in where it belongs; one of the same kind there takes its options. Nothing where it would stand empty. */
export function putList<T extends Transform>(tr: T, list: PlannedList): T {
  if (typeof list.at === "object") buildInSections(tr, list, list.at.eachOfLevel);
  else {
    const standing = wholeList(tr.doc, list);
    if (standing) take(tr, standing.pos, list);
    else if (list.of === "sections" || hasAny(tr.doc, list.of))
      tr.insert(list.at === "end" ? tr.doc.content.size : frontPlace(tr.doc, list), nodeOf(list, tr.doc));
  }
  return tr;
}

/**
 * Where a list is put at the front: there, or behind the contents list, wherever that stands. Before it, it would be what readers begin
 * with, and lead to nothing but its own places.
 */
function frontPlace(doc: Node, { of }: PlannedList): number {
  const contents = of === "sections" ? null : wholeList(doc, { of: "sections" });
  return contents ? contents.pos + doc.nodeAt(contents.pos)!.nodeSize : frontPos(doc);
}

/** A plan with all levels so many further down. */
export function lowered(plan: Plan, by: number): Plan {
  if (by === 0) return plan;
  const level = (of: number) => Math.max(1, Math.min(6, of + by));
  return {
    ...plan,
    lists: plan.lists.map((list) => ({
      ...list,
      from: level(list.from),
      to: level(list.to),
      at: typeof list.at === "object" ? { eachOfLevel: level(list.at.eachOfLevel) } : list.at,
    })),
    returns: { ...plan.returns, levels: [...new Set(plan.returns.levels.map(level))] },
  };
}

/** The document as it would be with a plan. */
export function withPlan(doc: Node, plan: Plan, replaced: readonly Doubled[] = []): Node {
  return buildPlan(new Transform(doc), plan, replaced).doc;
}

/** The lists of a document as they stand, those of one kind at one kind of place once. */
function standingLists(index: DocumentIndex): PlannedList[] {
  const { doc } = index;
  const lists = index.contentsLists.map(({ pos, block }): PlannedList => {
    const node = doc.child(block);
    const of = kindOf(node);
    const { of: _, entries: _edits, order: _order, added: _added, ...options } = optionsOf(node);
    const around = index.sectionAt(pos);
    const at =
      of === "section" && around
        ? { eachOfLevel: around.level }
        : pos > doc.content.size / 2
          ? ("end" as const)
          : ("front" as const);
    return { of, title: asKind(node, "contents_list")!.heading, ...levelsOf(node), at, options };
  });
  const seen = new Set<string>();
  return lists.filter((list) => {
    const key = JSON.stringify([list.of, list.at, isMenuBy(list.options)]);
    return seen.size < seen.add(key).size;
  });
}

/** The plan that a document follows as it stands. */
export function planOf(doc: Node, name: string): Plan {
  const lists = standingLists(indexDocument(doc));
  const { promises, ...returns } = settingsOf(doc).returns;
  const plan = { name, says: "", lists, returns, promises: promises ?? {} };
  return lowered(plan, -levelsAboveChapters(doc));
}

/** Sections without a list with which most others of their level begin, as such that came after a plan was built. */
export interface LeftBehind {
  readonly list: PlannedList;
  readonly sections: readonly Heading[];
}

/** The sections that are left behind by what stands in most of their level. */
export function leftBehind(index: DocumentIndex): LeftBehind[] {
  return standingLists(index).flatMap((list) => {
    if (typeof list.at !== "object") return [];
    const all = sectionsToList(index, list, list.at.eachOfLevel);
    const without = all.filter(({ standing }) => !standing);
    if (without.length === 0 || without.length * 2 > all.length) return [];
    return [{ list, sections: without.map(({ heading }) => heading) }];
  });
}

/** Gives the sections that are left behind what the others have, whose own lists stay as they are. */
export function catchUp<T extends Transform>(tr: T, behind: readonly LeftBehind[]): T {
  const places = behind.flatMap(({ list, sections }) => sections.map(({ end }) => ({ list, end })));
  // From the last to the first, so that each is still where it was.
  for (const { list, end } of places.sort((a, b) => b.end - a.end)) tr.insert(end, nodeOf(list, tr.doc));
  return tr;
}

function nodeOf({ of, title, from, to, options }: PlannedList, doc: Node): Node {
  const list: ListOptions = of === "sections" ? options : { of, ...options };
  const heading = isListTitle(title, of) ? fixedWordsOf(doc).lists[of] : title;
  return schema.nodes.contents_list.create({ id: newId(), heading, from, to, list });
}

function take(tr: Transform, pos: number, { of, from, to, options }: PlannedList): void {
  const { entries, order, added } = optionsOf(tr.doc.nodeAt(pos)!);
  tr.setNodeAttribute(pos, "from", from);
  tr.setNodeAttribute(pos, "to", to);
  tr.setNodeAttribute(pos, "list", {
    ...(of === "sections" ? {} : { of }),
    ...options,
    ...(order && { order }),
    ...(added && { added }),
    ...(entries && { entries }),
  });
}

/** The list that stands for one of a plan already: one of its kind, and a menu where that is one. */
function wholeList(
  doc: Node,
  { of, options = {} }: Pick<PlannedList, "of"> & Partial<PlannedList>,
): { pos: number } | null {
  let found: { pos: number } | null = null;
  doc.forEach((node, pos) => {
    if (found || !isKind(node, "contents_list") || kindOf(node) !== of) return;
    if (isMenu(node) === isMenuBy(options)) found = { pos };
  });
  return found;
}

/** A list of what a document has none of would stand empty; it comes with the plan once there is any. */
function hasAny(doc: Node, of: ListKind): boolean {
  const index = indexDocument(doc);
  switch (of) {
    case "figures":
      return index.figures.length > 0;
    case "tables":
      return index.tables.length > 0;
    case "equations":
      return index.equations.length > 0;
    case "bookmarks":
    case "flagged":
      return index.bookmarks.length > 0;
    default:
      return index.headings.length > 0;
  }
}

/** Sections of a level that hold sections get a list right behind their heading. */
function buildInSections(tr: Transform, list: PlannedList, level: number): void {
  const sections = sectionsToList(indexDocument(tr.doc), list, level);
  // From the last to the first, so that each is still where it was.
  for (const { heading, standing } of sections.reverse()) {
    if (standing) take(tr, heading.end, list);
    else tr.insert(heading.end, nodeOf(list, tr.doc));
  }
}

/** The sections of a level that hold what a list would list, and whether one stands at their start. */
function sectionsToList(
  index: DocumentIndex,
  list: PlannedList,
  level: number,
): { heading: Heading; standing: boolean }[] {
  const { headings, sections, doc } = index;
  const title = frontBlock(doc) === 1 ? headings[0]?.id : undefined;
  const found: { heading: Heading; standing: boolean }[] = [];
  sections.forEach(({ heading, end }, i) => {
    if (heading.level !== level || heading.id === title) return;
    let holds = false;
    for (let n = i + 1; !holds && n < headings.length && headings[n]!.pos < end; n++)
      holds = headings[n]!.level <= list.to;
    const next = doc.maybeChild(heading.block + 1);
    const standing = next !== null && isKind(next, "contents_list") && kindOf(next) === "section";
    if (!holds && !standing) return;
    found.push({ heading, standing });
  });
  return found;
}
