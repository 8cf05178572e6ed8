import { StepMap, type MapResult } from "prosemirror-transform";
import { partitionPoint } from "@/core/order";

/** How many ranges a map can tell apart when it recovers positions: it has 16 bits for the number of one. */
export const MAX_RANGES = 0xffff;

/**
 * Where positions go when words at thousands of places change at once. The stock map looks through its ranges one after
 * the other for each position; here the one that matters is found directly, and answers as the stock map would.
 */
export class WordsMap extends StepMap {
  /** Where each range ends, in what is mapped from; and how far what stands before it moves. */
  private readonly ends: number[] = [];
  private readonly moved: number[] = [0];

  /** `ranges`: start, size before, size after; in order, apart from each other or touching. At least one. */
  constructor(ranges: readonly number[], inverted = false) {
    super(ranges, inverted);
    for (let i = 0; i < ranges.length; i += 3) {
      const before = this.moved.at(-1)!;
      const gone = ranges[i + (inverted ? 2 : 1)]!;
      const come = ranges[i + (inverted ? 1 : 2)]!;
      this.ends.push(ranges[i]! - (inverted ? before : 0) + gone);
      this.moved.push(before + come - gone);
    }
  }

  override map(pos: number, assoc = 1): number {
    return this.mapResult(pos, assoc).pos;
  }

  override mapResult(pos: number, assoc = 1): MapResult {
    const i = this.firstEndingFrom(pos);
    const by = this.moved[i]!;
    if (i === this.ends.length) return StepMap.empty.mapResult(pos + by, assoc);
    const { ranges, inverted } = this;
    const start = ranges[i * 3]! - (inverted ? by : 0);
    if (start > pos) return StepMap.empty.mapResult(pos + by, assoc);
    const one = new StepMap([
      start,
      ranges[i * 3 + (inverted ? 2 : 1)]!,
      ranges[i * 3 + (inverted ? 1 : 2)]!,
    ]);
    const result = one.mapResult(pos, assoc);
    const { recover } = result;
    return Object.assign(result, {
      pos: result.pos + by,
      // A place to recover from is an offset in a range, above the range's number.
      recover: recover === null ? null : recover + i,
    });
  }

  override invert(): StepMap {
    const { ranges, inverted } = this;
    return new WordsMap(ranges, !inverted);
  }

  private firstEndingFrom(pos: number): number {
    return partitionPoint(this.ends.length, (i) => this.ends[i]! < pos);
  }
}
