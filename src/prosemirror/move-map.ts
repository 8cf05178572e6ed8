import { StepMap, type MapResult } from "prosemirror-transform";

/**
 * Where positions go when a run of blocks moves: what stands in the run goes along, what stands between its old and its new
 * place makes room. A stock map knows only removing and inserting, by which everything in the run would be lost on the way.
 */
export class MoveMap extends StepMap {
  /** The run is `from` to `to`; it moves to `where`, outside of it. All are positions before the move. */
  constructor(
    readonly from: number,
    readonly to: number,
    readonly where: number,
  ) {
    const size = to - from;
    super(where >= to ? [from, size, 0, where, 0, size] : [where, 0, size, from, size, 0]);
  }

  /** Whether a position belongs to the run; at its edges the side asked for decides. */
  carries(pos: number, assoc: number): boolean {
    return assoc > 0 ? pos >= this.from && pos < this.to : pos > this.from && pos <= this.to;
  }

  override map(pos: number, assoc = 1): number {
    const { from, to, where } = this;
    const size = to - from;
    if (where >= to) {
      if (this.carries(pos, assoc)) return pos + where - to;
      return pos <= from || pos > where || (pos === where && assoc > 0) ? pos : pos - size;
    }
    if (this.carries(pos, assoc)) return pos - (from - where);
    return pos < where || pos >= to || (pos === where && assoc < 0) ? pos : pos + size;
  }

  override mapResult(pos: number, assoc = 1): MapResult {
    return StepMap.empty.mapResult(this.map(pos, assoc), assoc);
  }

  override invert(): MoveMap {
    const { from, to, where } = this;
    const size = to - from;
    return where >= to ? new MoveMap(where - size, where, from) : new MoveMap(where, where + size, to);
  }
}
