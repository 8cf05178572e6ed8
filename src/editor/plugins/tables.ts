import type { Plugin } from "prosemirror-state";
import { tableEditing } from "prosemirror-tables";
import { OTHERS } from "@/core/exchange";

/** Editing of tables. It straightens what its own author broke; what others broke they straighten themselves. */
export function tables(): Plugin {
  const plugin = tableEditing();
  const straighten = plugin.spec.appendTransaction?.bind(plugin);
  plugin.spec.appendTransaction = (transactions, before, after) => {
    const tr = straighten?.(transactions, before, after);
    return tr?.docChanged && transactions.some((it) => it.getMeta(OTHERS)) ? null : tr;
  };
  return plugin;
}
