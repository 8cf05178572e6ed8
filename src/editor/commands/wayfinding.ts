import type { Transaction } from "prosemirror-state";
import type { ReturnRule } from "@/core/document";
import { frontPos, newList, type ContentsLevels } from "@/core/wayfinding";

/** Puts a contents list at the front of the document, after its title. */
export function putContentsAtFront(tr: Transaction, levels: ContentsLevels): Transaction {
  return tr.insert(frontPos(tr.doc), newList("sections", tr.doc, levels));
}

/** Sets the rule for return links. */
export function setReturns(tr: Transaction, rule: ReturnRule): Transaction {
  return tr.setDocAttribute("returns", rule);
}
