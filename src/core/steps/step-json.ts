import { Step } from "prosemirror-transform";
import { schema } from "@/core/kinds";

/** A step as JSON, the form in which it is sent and stored. */
export type StepJSON = Readonly<Record<string, unknown>> & {
  readonly stepType: string;
  /** Those of a set. */
  readonly steps?: readonly StepJSON[];
};

/**
 * A step as JSON that {@link stepFromJSON} reads again. ProseMirror's set of mark steps can hold further sets after undo,
 * which its own reader refuses; they are laid flat here.
 */
export function stepToJSON(step: Step): StepJSON {
  const json: StepJSON = step.toJSON();
  return json.stepType === "markSet" ? { ...json, steps: flat(json.steps) } : json;
}

/** Reads a step. Throws a RangeError where it is none. */
export function stepFromJSON(json: unknown): Step {
  return Step.fromJSON(schema, json);
}

function flat(steps: readonly StepJSON[] = []): StepJSON[] {
  return steps.flatMap((step) => (step.stepType === "markSet" ? flat(step.steps) : [step]));
}
