import type { Transaction } from "prosemirror-state";
import { newId, schema, type ReturnRule } from "@/core/document";
import { buildPlan, frontBlock, type ContentsLevels, type Plan } from "@/core/wayfinding";

/** Puts a contents list at the front of the document, after its title. */
export function putContentsAtFront(tr: Transaction, levels: ContentsLevels): Transaction {
  let pos = 0;
  for (let i = 0; i < frontBlock(tr.doc); i++) pos += tr.doc.child(i).nodeSize;
  return tr.insert(pos, schema.nodes.contents_list.create({ ...levels, id: newId() }));
}

/** Builds what a plan holds. */
export function followPlan(tr: Transaction, plan: Plan): Transaction {
  return buildPlan(tr, plan);
}

/** Sets the rule for return links. */
export function setReturns(tr: Transaction, rule: ReturnRule): Transaction {
  return tr.setDocAttribute("returns", rule);
}
