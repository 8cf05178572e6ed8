import type { Node } from "prosemirror-model";
import { summarise, type DocumentIndex } from "@/core/destinations";
import type { Reference } from "@/core/document";
import { referenceWords, speaksOfPages, type PageNumbers } from "@/core/links";
import type { ReferenceSource } from "./text/text-source";

/** The words of all cross-references of a document, by the page numbers of a layout of it or of an earlier version. */
export class PageReferences implements ReferenceSource {
  /** Where the block begins that is being set. */
  start = 0;
  private readonly words = new Map<number, string>();

  constructor(
    private readonly index: DocumentIndex,
    private readonly pages: PageNumbers | null,
  ) {
    for (const { from, reference } of index.references)
      this.words.set(from, referenceWords(reference, from, index, pages));
  }

  wordsAt(offset: number, reference: Reference): string {
    const at = this.start + offset;
    return this.words.get(at) ?? referenceWords(reference, at, this.index, this.pages);
  }

  /** The words in the block that is being set: what its lines depend on. */
  keyOf(block: Node): string {
    return summarise(block)
      .links.map(({ from, reference }) => (reference ? this.wordsAt(from, reference) : ""))
      .join("\n");
  }

  /** The blocks in which cross-references stand, by number. */
  get blocks(): ReadonlySet<number> {
    return new Set(this.index.references.map(({ block }) => block));
  }

  /** Whether a layout in which these were the words gives others. */
  differsOn(pages: PageNumbers): boolean {
    return this.index.references.some(
      ({ from, reference }) =>
        speaksOfPages(reference.form) &&
        referenceWords(reference, from, this.index, pages) !== this.words.get(from),
    );
  }
}
