import type { Node } from "prosemirror-model";
import { compute, knownOf, wordsOf, type Known } from "@/core/compute";
import type { DocumentIndex } from "@/core/index";
import { referenceWords } from "@/core/links";
import { asKind, markAmong } from "@/core/document";

/**
 * The words of cross-references and computed values as a file without pages has them. Where one stands is known by its node, because a format may
 * write a caption before or after what it belongs to.
 */
export class WrittenReferences {
  private places: Map<Node, number[]> | null = null;
  private known: Known | null = null;

  constructor(
    private readonly index: DocumentIndex,
    /** How many pages the document has, where that is known. */
    private readonly pages: number | null = null,
  ) {}

  /** The words of a computed value. */
  value(node: Node): string {
    this.known ??= knownOf(this.index, this.pages);
    return wordsOf(compute(asKind(node, "computation")!.expression, this.known));
  }

  /** The words of a cross-reference; one that stands in several places is asked for in their order. */
  words(node: Node): string {
    const places = (this.places ??= this.find()).get(node);
    const at = (places && places.length > 1 ? places.shift() : places?.[0]) ?? 0;
    const language = markAmong(node.marks, "language")?.language;
    return referenceWords({ ...asKind(node, "cross_reference")!, language }, at, this.index, null);
  }

  private find(): Map<Node, number[]> {
    const found = new Map<Node, number[]>();
    for (const { from } of this.index.references) {
      const node = this.index.doc.nodeAt(from)!;
      const same = found.get(node);
      if (same) same.push(from);
      else found.set(node, [from]);
    }
    return found;
  }
}
