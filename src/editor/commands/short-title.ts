import type { Transaction } from "prosemirror-state";
import { blockById, isKind, shortTitleFrom, type DestinationId } from "@/core/document";
import { BlockKindStep } from "@/core/steps";

/** Gives a heading what it is called in lists, menus and headers of pages; empty for its own words. Nothing where it is no heading any more. */
export function setShortTitle(tr: Transaction, id: DestinationId, words: string): Transaction {
  if (!isKind(blockById(tr.doc, id)?.node, "heading")) return tr;
  return tr.step(new BlockKindStep(id, "heading", { short: shortTitleFrom(words) }));
}
