import "prosemirror-model";
import "prosemirror-transform";

/*
 * What is used of ProseMirror and stands in none of its types: it is there in the versions that are pinned, and nobody promises it for others.
 */

declare module "prosemirror-model" {
  interface ContentMatch {
    /** Whether something may stand in both. */
    compatible(other: ContentMatch): boolean;
  }
  interface Fragment {
    /** The child at or behind a position, and where it begins. */
    findIndex(pos: number): { index: number; offset: number };
  }
}

declare module "prosemirror-transform" {
  interface StepMap {
    /** Three numbers a range: where it begins, its size before and after. */
    readonly ranges: readonly number[];
    readonly inverted: boolean;
    /** The position that a map has forgotten and the one that takes it back remembers. */
    recover(value: number): number;
  }
  interface MapResult {
    /** What recovers a removed position; null where it was not removed. */
    readonly recover: number | null;
  }
  interface Mapping {
    /** Pairs of maps in order; the second of a pair takes the first back. */
    readonly mirror?: number[];
    setMirror(a: number, b: number): void;
  }
  interface Step {
    /** Where it works, as most steps have it. */
    readonly from?: number;
    readonly to?: number;
    readonly pos?: number;
    readonly gapFrom?: number;
    readonly gapTo?: number;
  }
  interface ReplaceStep {
    /** Whether nothing but the borders of blocks may lie in what is replaced. */
    readonly structure: boolean;
  }
}
