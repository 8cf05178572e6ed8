import {
  AddMarkStep,
  RemoveMarkStep,
  ReplaceAroundStep,
  ReplaceStep,
  Step,
  type Mappable,
} from "prosemirror-transform";
import { mapLetters, mapPieces, mapRange } from "./map-range";
import { patch } from "./patch";

/*
 * ProseMirror's own steps, made fit for documents that several people change at once. Its history maps steps too, so this
 * is changed where the steps are, once for the whole program.
 */

const fault = (what: string, why: string) =>
  ({
    package: "prosemirror-transform",
    what,
    why,
    shownBy: "src/core/steps/moves.test.ts",
  }) as const;

patch(
  ReplaceStep,
  "MAP_BIAS",
  fault(
    "ReplaceStep.MAP_BIAS",
    "The two ends of an insertion stay together, else it could swallow a block that somebody put in at the same spot.",
  ),
  () => -1 as const,
);

patch(
  ReplaceStep.prototype,
  "map",
  fault("ReplaceStep.map", "A range that a moved run of blocks tore apart is no place any more."),
  () =>
    function (this: ReplaceStep, mapping: Mappable): ReplaceStep | null {
      const range = mapRange(mapping, this.from, this.to);
      if (!range || range.gone) return null;
      return new ReplaceStep(range.from, range.to, this.slice, structureOf(this));
    },
);

patch(
  ReplaceAroundStep.prototype,
  "map",
  fault(
    "ReplaceAroundStep.map",
    "Wrapping and unwrapping mean nothing any more when what they were to go around is gone or torn apart.",
  ),
  (around) =>
    function (this: ReplaceAroundStep, mapping: Mappable): ReplaceAroundStep | null {
      if (!mapRange(mapping, this.from, this.to)) return null;
      const mapped = around.call(this, mapping);
      if (!mapped) return null;
      return this.gapTo > this.gapFrom && mapped.gapTo <= mapped.gapFrom ? null : mapped;
    },
);

const LETTERS =
  "A mark is put on its letters one by one, so that one that was torn apart stays on all of them.";

patch(
  AddMarkStep.prototype,
  "map",
  fault("AddMarkStep.map", LETTERS),
  () =>
    function (this: AddMarkStep, mapping: Mappable): Step | null {
      return marked(this, mapPieces(mapping, this.from, this.to), AddMarkStep);
    },
);

patch(
  RemoveMarkStep.prototype,
  "map",
  fault("RemoveMarkStep.map", LETTERS),
  () =>
    function (this: RemoveMarkStep, mapping: Mappable): Step | null {
      return marked(this, mapPieces(mapping, this.from, this.to), RemoveMarkStep);
    },
);

/** A step with a mark, each letter of its range mapped by itself; null for any other step. */
export function mapByLetters(step: Step, mapping: Mappable): Step | null {
  if (!(step instanceof AddMarkStep || step instanceof RemoveMarkStep)) return null;
  const Kind = step instanceof AddMarkStep ? AddMarkStep : RemoveMarkStep;
  return marked(step, mapLetters(mapping, step.from, step.to), Kind);
}

/** A step that does to ranges what a step with a mark did to its own: ProseMirror's own set of steps where they are several. */
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

function structureOf(step: ReplaceStep): boolean {
  return step.structure;
}
