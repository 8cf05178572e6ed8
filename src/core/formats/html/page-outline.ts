import { partitionPoint } from "@/core/order";
import { anchorInFile } from "../intake/addresses";
import { boxesOf, type Box } from "./boxes";
import { AROUND, idsOf, saysNothing, tagsOf, type EndTag, type Tag } from "./tags";

/** A heading of a page, as its tags tell it. */
export interface PageHeading {
  readonly tag: Tag;
  readonly level: number;
  readonly words: string;
  /** Where what follows it begins. */
  readonly after: number;
}

const HEADING = /^h[1-6]$/;
const MAX_HEADING_LETTERS = 4_000;
/** What may stand around a heading and give it its id. */
const WRAPPER = /^(?:a|article|div|header|section|span)$/;

/** What stands where in an HTML text, for what has to be known of a page before it is read. */
export class PageOutline {
  readonly tags: readonly Tag[];
  readonly boxes: readonly Box[];
  readonly headings: readonly PageHeading[];
  /** The headings by the ids that lead to them, as numbers. */
  readonly headingOf: ReadonlyMap<string, number>;

  /** `name`: the file's, by which its links may lead to itself. */
  constructor(
    readonly text: string,
    private readonly name: string,
  ) {
    const ends: EndTag[] = [];
    this.tags = tagsOf(text, ends);
    this.boxes = boxesOf(this.tags, ends, text.length);
    this.headings = this.tags.flatMap((tag) => headingAt(text, tag) ?? []);
    const headingOf = new Map<string, number>();
    this.headings.forEach((heading, i) => {
      for (const id of this.idsAround(heading)) if (!headingOf.has(id)) headingOf.set(id, i);
    });
    // A section may have its id where a line of links stands before its heading.
    const { headings } = this;
    for (const { tag, after } of this.boxes) {
      const first = partitionPoint(headings.length, (i) => headings[i]!.tag.at < tag.at);
      if (first === headings.length || headings[first]!.tag.at >= after) continue;
      for (const id of idsOf(tag)) if (!headingOf.has(id)) headingOf.set(id, first);
    }
    this.headingOf = headingOf;
  }

  /** The id to which an address leads within the page; null where it leads elsewhere. */
  anchorOf(href: string): string | null {
    return anchorInFile(href.replace(/&amp;/g, "&"), this.name);
  }

  /** The tags that begin in a range of the text. */
  tagsIn(from: number, to: number): readonly Tag[] {
    const { tags } = this;
    const first = partitionPoint(tags.length, (i) => tags[i]!.at < from);
    return tags.slice(
      first,
      partitionPoint(tags.length, (i) => tags[i]!.at < to),
    );
  }

  /** The ids of a heading, of what is in it, and of what begins with it. */
  private idsAround({ tag, after }: PageHeading): string[] {
    const ids = this.tagsIn(tag.at, after).flatMap(idsOf);
    for (let i = tag.index - 1, from = tag.at; i >= 0 && tag.index - i <= 4; i--) {
      const outer = this.tags[i]!;
      if (!WRAPPER.test(outer.name) || !saysNothing(this.text, outer.end, from)) break;
      ids.push(...idsOf(outer));
      from = outer.at;
    }
    return ids;
  }
}

function headingAt(text: string, tag: Tag): PageHeading | null {
  if (!HEADING.test(tag.name)) return null;
  const close = /<\/h[1-6]\s*>/i.exec(text.slice(tag.end, tag.end + MAX_HEADING_LETTERS));
  const to = close ? tag.end + close.index : Math.min(text.length, tag.end + AROUND);
  return {
    tag,
    level: Number(tag.name[1]),
    words: wordsOf(text.slice(tag.end, to)),
    after: close ? to + close[0].length : to,
  };
}

/** The words of a piece of HTML, without its tags and with single spaces. */
export function wordsOf(html: string): string {
  return html
    .replace(/<[^>]*>/g, " ")
    .replace(/&(?:amp|#38);/g, "&")
    .replace(/&(?:nbsp|#160|#xa0);/gi, " ")
    .replace(/\s+/g, " ")
    .trim();
}
