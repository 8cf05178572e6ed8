import type { Node } from "prosemirror-model";
import { compute, knownOf, wordsOf, type Computed, type Known } from "@/core/compute";
import { summarise, type DocumentIndex } from "@/core/index";
import type { Reference } from "@/core/document";
import { referenceWords, speaksOfPages } from "@/core/links";
import { type PageNumbers } from "@/core/index";
import {
  indexLines,
  isBookIndex,
  partsOfLine,
  wordsOfLine,
  type IndexLine,
  type IndexPart,
} from "@/core/wayfinding";
import type { ReferenceSource } from "./text/text-source";

/** What is known of a layout, or of one of an earlier version. */
export interface LaidOutPages extends PageNumbers {
  readonly labels: { readonly count: number };
}

/** The words of all cross-references and computed values of a document, by a layout of it or of an earlier version. */
export class PageReferences implements ReferenceSource {
  /** Where the block begins that is being set. */
  start = 0;
  private readonly words = new Map<number, string>();
  private readonly values = new Map<string, Computed>();
  private readonly known: Known;

  constructor(
    private readonly index: DocumentIndex,
    private readonly pages: LaidOutPages | null,
  ) {
    this.known = knownOf(index, pages?.labels.count ?? null);
    for (const { from, reference } of index.references)
      this.words.set(from, referenceWords(reference, from, index, pages));
  }

  wordsAt(offset: number, reference: Reference): string {
    const at = this.start + offset;
    return this.words.get(at) ?? referenceWords(reference, at, this.index, this.pages);
  }

  /** A line of the index with the numbers of its pages. */
  indexParts(line: IndexLine): readonly IndexPart[] {
    return partsOfLine(line, this.index, this.pages);
  }

  valueOf(expression: string): string {
    return wordsOf(this.computed(expression));
  }

  /** What came of an expression. */
  computed(expression: string): Computed {
    let value = this.values.get(expression);
    if (value === undefined) this.values.set(expression, (value = compute(expression, this.known)));
    return value;
  }

  /** The words in the block that is being set: what its lines depend on. */
  keyOf(block: Node): string {
    const { links, computed } = summarise(block);
    return [
      ...links.map(({ from, reference }) => (reference ? this.wordsAt(from, reference) : "")),
      ...computed.map(({ expression }) => this.valueOf(expression)),
    ].join("\n");
  }

  /** The blocks in which cross-references or computed values stand, by number. */
  get blocks(): ReadonlySet<number> {
    return new Set([...this.index.references, ...this.index.computed].map(({ block }) => block));
  }

  /** Whether a layout in which these were the words gives others. */
  differsOn(pages: LaidOutPages): boolean {
    const known = knownOf(this.index, pages.labels.count);
    if (
      this.index.computed.some(
        ({ expression }) => wordsOf(compute(expression, known)) !== this.valueOf(expression),
      )
    )
      return true;
    if (this.listsEntries && indexLines(this.index).some((line) => this.differs(line, pages))) return true;
    return this.index.references.some(
      ({ from, reference }) =>
        speaksOfPages(reference.form) &&
        referenceWords(reference, from, this.index, pages) !== this.words.get(from),
    );
  }

  /** Whether an index stands in the document. */
  private get listsEntries(): boolean {
    return this.index.contentsLists.some(({ block }) => isBookIndex(this.index.doc.child(block)));
  }

  private differs(line: IndexLine, pages: LaidOutPages): boolean {
    return wordsOfLine(line, this.index, pages) !== wordsOfLine(line, this.index, this.pages);
  }
}
