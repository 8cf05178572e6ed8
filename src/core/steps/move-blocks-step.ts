import { Fragment, type Node, type Schema } from "prosemirror-model";
import { Step, StepResult, type Mappable } from "prosemirror-transform";
import { z } from "zod";
import { mapRange, MoveMap } from "@/prosemirror";

const jsonSchema = z.object({
  from: z.int().min(0),
  to: z.int().min(0),
  where: z.int().min(0),
});

/**
 * Moves the run of whole blocks between `from` and `to` to `where`, a border between blocks outside of the run. It takes
 * its content from the document it is applied to, so what somebody else writes in the run meanwhile moves along.
 */
export class MoveBlocksStep extends Step {
  constructor(
    override readonly from: number,
    override readonly to: number,
    readonly where: number,
  ) {
    super();
  }

  override apply(doc: Node): StepResult {
    const { from, to, where } = this;
    const start = borderAt(doc, from);
    const end = borderAt(doc, to);
    const target = borderAt(doc, where);
    if (start === null || end === null || target === null)
      return StepResult.fail("Blocks can be moved only from border to border.");
    if (start >= end || (target > start && target < end))
      return StepResult.fail("Blocks cannot be moved into themselves.");
    const blocks = doc.content.content;
    const run = blocks.slice(start, end);
    const moved =
      target >= end
        ? [...blocks.slice(0, start), ...blocks.slice(end, target), ...run, ...blocks.slice(target)]
        : [...blocks.slice(0, target), ...run, ...blocks.slice(target, start), ...blocks.slice(end)];
    return StepResult.ok(doc.copy(Fragment.fromArray(moved)));
  }

  override getMap(): MoveMap {
    return new MoveMap(this.from, this.to, this.where);
  }

  override invert(): Step {
    const { from, to, where } = this.getMap().invert();
    return new MoveBlocksStep(from, to, where);
  }

  override map(mapping: Mappable): Step | null {
    const run = mapRange(mapping, this.from, this.to);
    if (!run || run.from === run.to) return null;
    const where = mapping.map(this.where, this.where >= this.to ? 1 : -1);
    return where > run.from && where < run.to ? null : new MoveBlocksStep(run.from, run.to, where);
  }

  override toJSON() {
    return { stepType: "moveBlocks", from: this.from, to: this.to, where: this.where };
  }

  static override fromJSON(_schema: Schema, json: unknown): MoveBlocksStep {
    const parsed = jsonSchema.safeParse(json);
    if (!parsed.success) throw new RangeError("Not a move of blocks.");
    return new MoveBlocksStep(parsed.data.from, parsed.data.to, parsed.data.where);
  }
}

Step.jsonID("moveBlocks", MoveBlocksStep);

/** The number of blocks before a border between blocks, or null where a position is not one. */
function borderAt(doc: Node, pos: number): number | null {
  let at = 0;
  const blocks = doc.content.content;
  for (let i = 0; i < blocks.length; i++) {
    if (at >= pos) return at === pos ? i : null;
    at += blocks[i]!.nodeSize;
  }
  return at === pos ? blocks.length : null;
}
