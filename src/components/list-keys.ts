import type { KeyboardEvent } from "react";

let typed = "";
let typedAt = 0;

/**
 * Arrow keys, Home, End and type-ahead for a list of controls that carry `data-row`: one of them is in the tab order, the
 * keys go on from there.
 */
export function listKeys(event: KeyboardEvent<Element>): void {
  const rows = [...event.currentTarget.querySelectorAll<HTMLElement | SVGElement>("[data-row]")];
  const at = rows.findIndex((row) => row === document.activeElement);
  if (at < 0) return;
  const next = rowFor(event, rows, at);
  if (!next) return;
  event.preventDefault();
  for (const row of rows) row.tabIndex = row === next ? 0 : -1;
  next.focus();
}

function rowFor<Row extends HTMLElement | SVGElement>(
  event: KeyboardEvent,
  rows: readonly Row[],
  at: number,
): Row | undefined {
  switch (event.key) {
    case "ArrowDown":
      return rows[Math.min(at + 1, rows.length - 1)];
    case "ArrowUp":
      return rows[Math.max(at - 1, 0)];
    case "Home":
      return rows[0];
    case "End":
      return rows.at(-1);
  }
  if (event.key.length !== 1 || event.key === " " || event.ctrlKey || event.metaKey || event.altKey)
    return undefined;
  typed = event.timeStamp - typedAt > 700 ? event.key : typed + event.key;
  typedAt = event.timeStamp;
  const wanted = typed.toLowerCase();
  const from = typed.length === 1 ? at + 1 : at;
  const order = [...rows.slice(from), ...rows.slice(0, from)];
  return order.find((row) => (row.dataset.row ?? "").toLowerCase().startsWith(wanted));
}
