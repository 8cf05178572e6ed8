import type { Node } from "prosemirror-model";
import { Transform } from "prosemirror-transform";
import { indexDocument } from "@/core/index";
import { schema } from "@/core/document";
import { buildPlan, listEntries, reachOf, READY_PLANS } from "@/core/wayfinding";
import { linked } from "./link-tasks";
import { fresh as copyOf, material, type Task } from "./material";

const [HANDBOOK] = READY_PLANS;

function alone(name: string, ready: Task["ready"], times = 1): Task {
  return { name: `wayfinding: ${name}`, beside: [], times, ready };
}

/** How many keys in one run. */
const KEYS = 30;

const fresh = (pages: number) => schema.nodeFromJSON(linked(pages).toJSON());
const planned = (pages: number) => buildPlan(new Transform(fresh(pages)), HANDBOOK!).doc;

/** All lists after each of many keys, typed into one heading after the other. */
function keysInHeadings(doc: Node): () => number {
  let index = indexDocument(doc);
  const lists = () => {
    for (const { block } of index.contentsLists) listEntries(index, index.doc.child(block));
  };
  lists();
  let turn = 0;
  return () => {
    const { end } = index.headings[(turn += 37) % index.headings.length]!;
    const next = new Transform(index.doc).insert(end - 1, schema.text("x")).doc;
    const started = performance.now();
    index = indexDocument(next, index);
    lists();
    return performance.now() - started;
  };
}

/** Two headings, eight bookmarks and twenty links a page; what is built for readers of that, and how far it reaches. */
export const WAYFINDING_TASKS: readonly Task[] = [
  alone("all lists after one keystroke in a heading", (pages) => keysInHeadings(planned(pages)), KEYS),
  alone(
    "the same without the bookmarks",
    (pages) => keysInHeadings(buildPlan(new Transform(copyOf(material(pages).manuscript)), HANDBOOK!).doc),
    KEYS,
  ),
  alone("a plan built", (pages) => {
    const doc = fresh(pages);
    return () => {
      const started = performance.now();
      buildPlan(new Transform(doc), HANDBOOK!);
      return performance.now() - started;
    };
  }),
  alone("reach of all sections", (pages) => {
    const doc = planned(pages);
    return () => {
      const index = indexDocument(doc);
      void index.links;
      index.destination("none" as never);
      const started = performance.now();
      reachOf(index);
      return performance.now() - started;
    };
  }),
];
