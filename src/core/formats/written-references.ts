import type { Node } from "prosemirror-model";
import { compute, knownOf, wordsOf, type Known } from "@/core/compute";
import type { DocumentIndex, PageNumbers } from "@/core/index";
import { referenceParts, type ReferencePart } from "@/core/links";
import { asKind, markAmong } from "@/core/document";

/**
 * The words of cross-references and computed values as a file has them. Where one stands is known by its node, because a format may
 * write a caption before or after what it belongs to.
 */
export class WrittenReferences {
  private places: Map<Node, number[]> | null = null;
  private known: Known | null = null;

  constructor(
    private readonly index: DocumentIndex,
    /** How many pages the document has, where that is known. */
    private readonly count: number | null = null,
    /** On which pages places stand, in a file that has pages. */
    private readonly pages: PageNumbers | null = null,
  ) {}

  /** The words of a computed value. */
  value(node: Node): string {
    this.known ??= knownOf(this.index, this.count);
    return wordsOf(compute(asKind(node, "computation")!.expression, this.known));
  }

  /** The words of a cross-reference; one that stands in several places is asked for in their order. */
  words(node: Node): string {
    return this.parts(node)
      .map(({ words }) => words)
      .join("");
  }

  /** The same, in the parts of its form. */
  parts(node: Node): ReferencePart[] {
    const places = (this.places ??= this.find()).get(node);
    const at = (places && places.length > 1 ? places.shift() : places?.[0]) ?? 0;
    const language = markAmong(node.marks, "language")?.language;
    return referenceParts({ ...asKind(node, "cross_reference")!, language }, at, this.index, this.pages);
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
