import type { Selection } from "prosemirror-state";
import { CellSelection } from "prosemirror-tables";

/** A stretch of the document. */
export interface ChosenRange {
  readonly from: number;
  readonly to: number;
}

/** The stretches that a selection chooses, in order: of chosen cells each by itself, for what lies between two of them may be another's. */
export function chosenRanges(selection: Selection): ChosenRange[] {
  if (!(selection instanceof CellSelection)) return [{ from: selection.from, to: selection.to }];
  return selection.ranges
    .map(({ $from, $to }) => ({ from: $from.pos, to: $to.pos }))
    .sort((a, b) => a.from - b.from);
}
