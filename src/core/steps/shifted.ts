import { StepMap, type Mappable } from "prosemirror-transform";

/** Moves every position by as much, and removes none. */
export function shifted(by: number): Mappable {
  return {
    map: (pos) => pos + by,
    mapResult: (pos) => StepMap.empty.mapResult(pos + by),
  };
}
