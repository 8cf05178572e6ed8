import type { Node, Schema } from "prosemirror-model";
import { Step, StepMap, StepResult } from "prosemirror-transform";
import { z } from "zod";
import { asKind, kindOfNode, retyped, schema } from "@/core/kinds";
import { isOneOf } from "@/core/one-of";
import { blockById } from "../document/block-by-id";

const KINDS = ["paragraph", "heading", "code_block"] as const;

/** Kinds of block that hold words and nothing else, so that one can become another. */
export type TextBlockKind = (typeof KINDS)[number];

/** What of a block of text is set, by name. */
type Attributes = Readonly<Record<string, unknown>>;

const jsonSchema = z
  .object({
    id: z.string().max(64),
    kind: z.enum(KINDS),
    attrs: z.record(z.string(), z.unknown()),
  })
  .transform(({ attrs: attributes, ...rest }) => ({ ...rest, attributes }));

/**
 * Makes one block a paragraph, heading or code block, or a heading of another level; words and id stay. The block is named
 * by its id, so the step means the same wherever the block went meanwhile, and nothing where it is gone.
 */
export class BlockKindStep extends Step {
  /** `carried`: attributes to set; the others stay as far as the new kind has them. */
  constructor(
    readonly id: string,
    readonly kind: TextBlockKind,
    readonly attributes: Attributes,
  ) {
    super();
  }

  override apply(doc: Node): StepResult {
    const found = blockById(doc, this.id);
    if (!found) return StepResult.fail("The block is not there any more.");
    const { node, index } = found;
    const type = schema.nodes[this.kind];
    if (!node.isTextblock || !type.validContent(node.content))
      return StepResult.fail("The words of this block cannot stand in one of the other kind.");
    const block = retyped(node, this.kind, { ...this.attributes, id: this.id });
    return StepResult.ok(doc.copy(doc.content.replaceChild(index, block)));
  }

  override invert(doc: Node): Step {
    const node = blockById(doc, this.id)?.node;
    const kind = node && kindOfNode(node);
    if (!kind || !isOneOf(KINDS, kind)) return this;
    const { id: _, ...attributes } = asKind(node, kind)!;
    return new BlockKindStep(this.id, kind, attributes);
  }

  override map(): Step {
    return this;
  }

  override getMap(): StepMap {
    return StepMap.empty;
  }

  override toJSON() {
    return { stepType: "blockKind", id: this.id, kind: this.kind, attrs: this.attributes };
  }

  static override fromJSON(_schema: Schema, json: unknown): BlockKindStep {
    const parsed = jsonSchema.safeParse(json);
    if (!parsed.success) throw new RangeError("Not a change of a block's kind.");
    const { id, kind, attributes } = parsed.data;
    return new BlockKindStep(id, kind, attributes);
  }
}

Step.jsonID("blockKind", BlockKindStep);
