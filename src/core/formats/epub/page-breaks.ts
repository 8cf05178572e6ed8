import type { DocumentIndex } from "@/core/index";
import type { OfficeOptions } from "../office/office-options";
import { escapeXml } from "../xml/escape-xml";

/** The pages of our own layout, by the blocks before which they begin. */
export class PageBreaks {
  readonly met: { readonly label: string; readonly id: string }[] = [];
  private readonly starts: readonly number[];
  private page = -1;
  private readonly taken = new Set<string>();

  constructor(
    { doc }: DocumentIndex,
    private readonly options: OfficeOptions,
  ) {
    const starts: number[] = [];
    doc.forEach((_block, offset) => starts.push(offset));
    this.starts = starts;
  }

  /** Signs of the pages that begin with a block, or within the one before it. */
  before(block: number): string {
    const { pages } = this.options;
    if (!pages) return "";
    const at = this.starts[block]!;
    const page = pages.pageAt(at);
    if (page <= this.page) return "";
    // Of pages that begin within one block the last is that on which the next stands.
    this.page = page;
    const label = pages.labelAt(at);
    const id = `_page-${label.replace(/[^\p{L}\p{N}]/gu, "_")}`;
    if (this.taken.has(id)) return "";
    this.taken.add(id);
    this.met.push({ label, id });
    return `<div role="doc-pagebreak" id="${id}" aria-label="${escapeXml(label)}" data-generated="page"></div>`;
  }
}
