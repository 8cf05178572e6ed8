import { Transform } from "prosemirror-transform";
import { indexDocument } from "@/core/destinations";
import { schema } from "@/core/document";
import { buildPlan, listEntries, reachOf, READY_PLANS } from "@/core/wayfinding";
import { linked } from "./link-tasks";
import type { Task } from "./material";

const [HANDBOOK] = READY_PLANS;

function alone(name: string, ready: Task["ready"]): Task {
  return { name: `wayfinding: ${name}`, beside: [], times: 1, ready };
}

const fresh = (pages: number) => schema.nodeFromJSON(linked(pages).toJSON());
const planned = (pages: number) => buildPlan(new Transform(fresh(pages)), HANDBOOK!).doc;

/** Two headings, eight bookmarks and twenty links a page; what is built for readers of that, and how far it reaches. */
export const WAYFINDING_TASKS: readonly Task[] = [
  alone("all lists after one keystroke in a heading", (pages) => {
    let index = indexDocument(planned(pages));
    const lists = () => {
      for (const { block } of index.contentsLists) listEntries(index, index.doc.child(block));
    };
    lists();
    let turn = 0;
    return () => {
      const { end } = index.headings[(turn += 37) % index.headings.length]!;
      const doc = new Transform(index.doc).insert(end - 1, schema.text("x")).doc;
      const started = performance.now();
      index = indexDocument(doc, index);
      lists();
      return performance.now() - started;
    };
  }),
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
