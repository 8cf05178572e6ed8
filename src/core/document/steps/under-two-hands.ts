import {
  AddMarkStep,
  Mapping,
  RemoveMarkStep,
  ReplaceAroundStep,
  ReplaceStep,
  Step,
  type Mappable,
} from "prosemirror-transform";
import { mapLetters, mapPieces, mapRange } from "./map-range";

/*
 * ProseMirror's own steps, made fit for documents that several people change at once. Its history maps steps too, so this
 * is changed where the steps are, once for the whole program.
 */

// The two ends of an insertion stay together, else it could swallow a block that somebody put in at the same spot.
ReplaceStep.MAP_BIAS = -1;

// Called with the step it is asked of.

const around = ReplaceAroundStep.prototype.map;

ReplaceStep.prototype.map = function (this: ReplaceStep, mapping: Mappable): ReplaceStep | null {
  const range = mapRange(mapping, this.from, this.to);
  if (!range || range.gone) return null;
  return new ReplaceStep(range.from, range.to, this.slice, structureOf(this));
};

/** Wrapping and unwrapping mean nothing any more when what they were to go around is gone or torn apart. */
ReplaceAroundStep.prototype.map = function (
  this: ReplaceAroundStep,
  mapping: Mappable,
): ReplaceAroundStep | null {
  if (!mapRange(mapping, this.from, this.to)) return null;
  const mapped = around.call(this, mapping);
  if (!mapped) return null;
  return this.gapTo > this.gapFrom && mapped.gapTo <= mapped.gapFrom ? null : mapped;
};

AddMarkStep.prototype.map = function (this: AddMarkStep, mapping: Mappable): Step | null {
  return marked(this, mapPieces(mapping, this.from, this.to), AddMarkStep);
};

RemoveMarkStep.prototype.map = function (this: RemoveMarkStep, mapping: Mappable): Step | null {
  return marked(this, mapPieces(mapping, this.from, this.to), RemoveMarkStep);
};

/** A step with a mark, each letter of its range mapped by itself; null for any other step. */
export function mapByLetters(step: Step, mapping: Mappable): Step | null {
  if (!(step instanceof AddMarkStep || step instanceof RemoveMarkStep)) return null;
  const Kind = step instanceof AddMarkStep ? AddMarkStep : RemoveMarkStep;
  return marked(step, mapLetters(mapping, step.from, step.to), Kind);
}

/** A step that does to ranges what one with a mark did to its own: ProseMirror's own set of steps where they are several. */
function marked(
  { mark }: AddMarkStep | RemoveMarkStep,
  ranges: readonly { from: number; to: number }[],
  Kind: typeof AddMarkStep | typeof RemoveMarkStep,
): Step | null {
  const steps = ranges.map(({ from, to }) => new Kind(from, to, mark));
  // It has no public constructor.
  if (steps.length > 1)
    return Step.fromJSON(mark.type.schema, {
      stepType: "markSet",
      steps: steps.map((step) => step.toJSON()),
    });
  return steps[0] ?? null;
}

/** Where each map of a mapping has its mirror: built as mirrors are added, and shared by the slices of a mapping. */
const mirrors = new WeakMap<number[], Map<number, number>>();

/**
 * ProseMirror looks for a mirror through all of them, one after the other. Who wrote for an hour without a network has
 * thousands, and asks for each of them thousands of times.
 */
Mapping.prototype.getMirror = function (this: Mapping, n: number): number | undefined {
  const { mirror } = this as Mapping & { mirror?: number[] };
  if (!mirror) return undefined;
  let known = mirrors.get(mirror);
  if (!known) mirrors.set(mirror, (known = new Map()));
  // Each pair is there from both of its sides.
  for (let i = known.size; i < mirror.length; i++) known.set(mirror[i]!, mirror[i + (i % 2 === 0 ? 1 : -1)]!);
  return known.get(n);
};

function structureOf(step: ReplaceStep): boolean {
  return (step as ReplaceStep & { structure: boolean }).structure;
}
