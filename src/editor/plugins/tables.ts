import { Plugin } from "prosemirror-state";
import { tableEditing } from "prosemirror-tables";
import { OTHERS } from "@/core/exchange";

/** Keeps tables and selections in them straight. What others broke they straighten themselves. */
export function tables(): Plugin {
  const straighten = tableEditing().spec.appendTransaction!;
  return new Plugin({
    appendTransaction(transactions, before, after) {
      const tr = straighten.call(this, transactions, before, after);
      return tr?.docChanged && transactions.some((it) => it.getMeta(OTHERS)) ? null : tr;
    },
  });
}
