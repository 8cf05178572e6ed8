import { decodeSafely } from "@/core/document";
import { blocksHtml, notesHtml } from "../formats/html/block-html";
import type { HtmlOutput, WrittenNote } from "../formats/html/html-output";
import { placedIn } from "../wayfinding";

/** A block of a text as HTML, with the notes whose signs stand in it. Links within the document lead to `#anchor`. */
interface WrittenBlock {
  readonly html: string;
  readonly notes: readonly WrittenNote[];
}

/** The blocks of a document, each written once, before it is known on which page they stand. */
export class WrittenBlocks {
  private readonly blocks: WrittenBlock[] = [];
  /** How many letters of HTML stand before each block. */
  private readonly starts: number[] = [0];
  /** Menus that stay in view: they are on each page. */
  readonly placed: Readonly<Record<"header" | "footer", string[]>> = { header: [], footer: [] };

  constructor(private readonly output: HtmlOutput) {
    const { doc } = output.index;
    for (let i = 0; i < doc.childCount; i++) {
      const html = blocksHtml(
        output,
        (block) => {
          const at = placedIn(block);
          return at ? this.placed[at] : null;
        },
        { from: i, to: i + 1, notes: false },
      ).join("\n");
      this.blocks.push({ html, notes: output.notes.splice(0) });
      this.starts.push(this.starts[i]! + html.length);
    }
  }

  /** How many letters of HTML stand before a block. */
  lettersBefore(block: number): number {
    return this.starts[block]!;
  }

  /** Some of the blocks that follow each other, and their notes behind them. */
  html(from: number, to: number): string {
    const part = this.blocks.slice(from, to);
    this.output.notes.push(...part.flatMap(({ notes }) => notes));
    return [...part.map(({ html }) => html), ...notesHtml(this.output)].filter(Boolean).join("\n");
  }
}

const ENTITIES: Readonly<Record<string, string>> = { "&amp;": "&", "&lt;": "<", "&gt;": ">", "&quot;": '"' };

function unescaped(value: string): string {
  return value.replace(/&(?:amp|lt|gt|quot);/g, (entity) => ENTITIES[entity]!);
}

/** The ids that stand in written HTML. In text a quotation mark is never written as itself, so that none is taken for an attribute. */
export function* idsIn(html: string): Generator<string, void> {
  for (const [, id] of html.matchAll(/<[a-z][^<>]*?\sid="([^"]*)"/g)) yield unescaped(id!);
}

/** Written HTML whose links to places of the document lead to where those are. `to`: the address of an anchor; null to leave a link as it is. */
export function withAddresses(html: string, to: (anchor: string) => string | null): string {
  return html.replace(/(<a\b[^<>]*?\shref=")#([^"]*)"/g, (whole, start: string, fragment: string) => {
    const address = to(decodeSafely(unescaped(fragment)));
    return address === null ? whole : `${start}${address}"`;
  });
}
