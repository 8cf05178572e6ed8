import type { Transaction } from "prosemirror-state";

/** A stretch of the document. */
export interface Range {
  readonly from: number;
  readonly to: number;
}

/** A range as a change leaves it: what is put in at its edges stays outside. Null where nothing of it is left. */
export function mappedRange<T extends Range>(tr: Transaction, range: T): T | null {
  if (!tr.docChanged) return range;
  const from = tr.mapping.map(range.from, 1);
  const to = tr.mapping.map(range.to, -1);
  return from > to ? null : { ...range, from, to };
}
