import type { Attrs, Node, Schema } from "prosemirror-model";
import { Step, StepMap, StepResult } from "prosemirror-transform";
import { z } from "zod";
import { schema } from "../schema";
import { blockById } from "../block-by-id";

const KINDS = ["paragraph", "heading", "code_block"] as const;

/** Kinds of block that hold words and nothing else, so that one can become another. */
export type TextBlockKind = (typeof KINDS)[number];

const jsonSchema = z.object({
  id: z.string().max(64),
  kind: z.enum(KINDS),
  attrs: z.record(z.string(), z.unknown()),
});

/**
 * Makes one block a paragraph, heading or code block, or a heading of another level; words and id stay. The block is named
 * by its id, so the step means the same wherever the block went meanwhile, and nothing where it is gone.
 */
export class BlockKindStep extends Step {
  /** `attrs`: those to be set; the others stay as far as the new kind has them. */
  constructor(
    readonly id: string,
    readonly kind: TextBlockKind,
    readonly attrs: Attrs,
  ) {
    super();
  }

  override apply(doc: Node): StepResult {
    const found = blockById(doc, this.id);
    if (!found) return StepResult.fail("The block is not there any more.");
    const { node, index } = found;
    const type = schema.nodes[this.kind];
    const kept = Object.fromEntries(
      Object.keys(type.spec.attrs ?? {}).flatMap((name) =>
        name in node.attrs ? [[name, node.attrs[name] as unknown]] : [],
      ),
    );
    if (!node.isTextblock || !type.validContent(node.content))
      return StepResult.fail("The words of this block cannot stand in one of the other kind.");
    const block = type.create({ ...kept, ...this.attrs, id: this.id }, node.content, node.marks);
    return StepResult.ok(doc.copy(doc.content.replaceChild(index, block)));
  }

  override invert(doc: Node): Step {
    const node = blockById(doc, this.id)?.node;
    if (!node) return this;
    const { id: _, ...attrs } = node.attrs;
    return new BlockKindStep(this.id, node.type.name as TextBlockKind, attrs);
  }

  override map(): Step {
    return this;
  }

  override getMap(): StepMap {
    return StepMap.empty;
  }

  override toJSON() {
    return { stepType: "blockKind", id: this.id, kind: this.kind, attrs: this.attrs };
  }

  static override fromJSON(_schema: Schema, json: unknown): BlockKindStep {
    const parsed = jsonSchema.safeParse(json);
    if (!parsed.success) throw new RangeError("Not a change of a block's kind.");
    return new BlockKindStep(parsed.data.id, parsed.data.kind, parsed.data.attrs);
  }
}

Step.jsonID("blockKind", BlockKindStep);
