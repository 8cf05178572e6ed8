import type { DestinationId } from "@/core/document";
import type { BlockDestination, Heading, LinkPlace, ReferencePlace } from "./destination";
import type { Run, RunSummary } from "./run";

/** A stretch that a bookmark covers, with positions in the document. */
export interface PlacedPiece {
  readonly id: DestinationId;
  readonly from: number;
  readonly to: number;
  readonly text: string;
  readonly point: boolean;
  readonly block: number;
}

/**
 * What one run adds to the index, with positions in the document. Each list is made at the first question: a keystroke
 * moves all that follows it, and most of that is not asked for before the next.
 */
export class PlacedRun {
  private headingList: readonly Heading[] | null = null;
  private blockList: readonly BlockDestination[] | null = null;
  private linkList: readonly LinkPlace[] | null = null;
  private pieceList: readonly PlacedPiece[] | null = null;

  constructor(
    readonly run: Run,
    readonly pos: number,
    readonly block: number,
    readonly wordsBefore: number,
  ) {}

  get headings(): readonly Heading[] {
    this.headingList ??= this.run.headings.map(
      ({ id, name, block, offset, size, level, series, short, wordsBefore }) => ({
        kind: "heading",
        id,
        name,
        pos: this.pos + offset,
        end: this.pos + offset + size,
        block: this.block + block,
        level,
        series,
        short,
        wordsBefore: this.wordsBefore + wordsBefore,
      }),
    );
    return this.headingList;
  }

  get blocks(): readonly BlockDestination[] {
    this.blockList ??= this.run.others.map(({ kind, id, name, block, offset, size }) => ({
      kind,
      id,
      name,
      pos: this.pos + offset,
      end: this.pos + offset + size,
      block: this.block + block,
    }));
    return this.blockList;
  }

  get links(): readonly LinkPlace[] {
    return (this.linkList ??= this.linksIn(this.run.linked));
  }

  get references(): readonly ReferencePlace[] {
    return this.linksIn(this.run.referring).filter((link): link is ReferencePlace => "reference" in link);
  }

  private linksIn(blocks: readonly RunSummary[]): LinkPlace[] {
    const list: LinkPlace[] = [];
    for (const { block, offset, summary } of blocks) {
      const start = this.pos + offset;
      for (const { from, to, text, target, reference } of summary.links)
        list.push({
          from: start + from,
          to: start + to,
          text,
          target,
          block: this.block + block,
          ...(reference && { reference }),
        });
    }
    return list;
  }

  get pieces(): readonly PlacedPiece[] {
    if (this.pieceList) return this.pieceList;
    const list: PlacedPiece[] = [];
    for (const { block, offset, summary } of this.run.marked) {
      const start = this.pos + offset;
      for (const { id, from, to, text, point } of summary.bookmarks)
        list.push({ id, from: start + from, to: start + to, text, point, block: this.block + block });
    }
    return (this.pieceList = list);
  }
}
