import { kept } from "@/core/kept";
import type { Node } from "prosemirror-model";
import {
  headingNumbers,
  type BlockDestination,
  type DocumentIndex,
  type Heading,
  type PageNumbers,
} from "@/core/index";
import { isKind, schema } from "@/core/document";
import { textsIn } from "@/core/find";
import { keysOf } from "@/core/keys-of";

/** What a mention is worded as. */
export type MentionKind = "section" | "figure" | "table" | "equation" | "page";

/** A place that is spoken of in plain words without a link: “see section 6”, “Table 2”, “chapter Dome”, “page 14”. */
export interface Mention {
  readonly kind: MentionKind;
  /** Where its words stand, those of the kind included. */
  readonly from: number;
  readonly to: number;
  readonly text: string;
  readonly block: number;
  /** The place that is meant: of a page the section in which it begins; null where there is none. */
  readonly meant: Heading | BlockDestination | null;
  /** Why nothing is meant, in words. */
  readonly why: string;
  /** The form of a cross-reference that says the same now and stays current; null where none does. */
  readonly form: string | null;
}

/** Beginnings and numbers of the pages of a document. */
export interface MentionedPages extends PageNumbers {
  readonly starts: ArrayLike<number>;
  readonly labels: { page(label: string): number | null };
}

/*
 * Words that name a kind before a number. Those that stand for much else are only heard where the place is there; a bare
 * letter counts after “appendix” alone.
 */
const WORDS: Record<MentionKind, string> = {
  section: "sections?|sect\\.|sec\\.|chapters?|chap\\.|appendix|§|abschnitte?|kapitel|kap\\.|anhang",
  figure: "figures?|figs?\\.|abbildung(?:en)?|abb\\.",
  table: "tables?|tabellen?|tab\\.",
  equation: "equations?|eqs?\\.|gleichung(?:en)?|gl\\.",
  page: "pages?|p\\.|seiten?",
};
const KINDS = keysOf(WORDS);
const NUMBER =
  "(?<number>\\(\\d+(?:\\.\\d+)*\\)|\\d+(?:\\.\\d+)*|(?<=appendix\\s|anhang\\s)\\p{Lu}(?:\\.\\d+)*)";
const NUMBERED = new RegExp(
  `(?<![\\p{L}\\p{N}])(?:${KINDS.map((kind) => `(?<${kind}>${WORDS[kind]})`).join("|")})[\\s\\u00a0]*${NUMBER}(?![\\p{L}\\p{N}%°])`,
  "giu",
);
/** Words for several places, behind which further numbers may follow. */
const SEVERAL =
  /^(?:sections|chapters|figures|figs\.|tables|equations|eqs\.|pages|abschnitte|kapitel|abbildungen|tabellen|gleichungen|seiten)/iu;
const FURTHER =
  /\s*(?:,\s*(?:(?:and|or|und|oder)\s+)?|(?:and|or|to|through|und|oder|bis)\s+|[-–—]\s*)(?<number>\(\d+(?:\.\d+)*\)|\d+(?:\.\d+)*)(?![\p{L}\p{N}%°])/uy;
/** Behind a number with which a text begins: then that is a caption or a title somebody typed, and speaks of nothing else. */
const CAPTION_GOES_ON = /^\s*[.:–—]\s+\S/u;
const TITLED =
  /(?<![\p{L}\p{N}])(?:sections?|chapters?|abschnitt|kapitel)[\s\u00a0]+(?<quote>[“"„«']?)(?=[\p{L}])/giu;

/** A mention as its words tell of it; positions count from the start of the block. */
interface Worded {
  readonly kind: MentionKind;
  readonly from: number;
  readonly to: number;
  readonly text: string;
  readonly number: string;
}

interface BlockMentions {
  readonly numbered: readonly Worded[];
  /** Where a title may follow, and the words there. */
  readonly titled: readonly {
    readonly from: number;
    readonly at: number;
    readonly rest: string;
    readonly quoted: boolean;
  }[];
}

const NOTHING: BlockMentions = { numbered: [], titled: [] };
/** Titles longer than this are not looked for. */
const MAX_TITLE_LETTERS = 120;

/** The mentions in a document that are no links, in order of place. */
export function mentionsIn(index: DocumentIndex, pages: MentionedPages | null = null): Mention[] {
  const places = new Places(index, pages);
  const found: Mention[] = [];
  index.doc.forEach((block, pos, number) => {
    const { numbered, titled } = wordedIn(block);
    for (const one of numbered) {
      const meant = places.byNumber(one.kind, one.number);
      const at = { from: pos + one.from, to: pos + one.to };
      if (meant?.block !== number || meant.kind !== "heading")
        found.push({
          kind: one.kind,
          ...at,
          text: one.text,
          block: number,
          meant,
          why: places.whyNot(one),
          form: meant && places.shows(one, meant) ? formOf(one) : null,
        });
    }
    for (const { from, at, rest, quoted } of titled) {
      const meant = places.byTitle(rest);
      if (!meant || meant.block === number) continue;
      const closes = quoted && /^[”“"»’']/u.test(rest.slice(meant.name.length));
      const length = meant.name.length + (closes ? 1 : 0);
      found.push({
        kind: "section",
        from: pos + from,
        to: pos + at + length,
        text: block.textBetween(from - 1, at + length - 1, " "),
        block: number,
        meant,
        why: "",
        form: null,
      });
    }
  });
  return found.sort((a, b) => a.from - b.from);
}

const wordedIn = kept((block: Node): BlockMentions => read(block));

function read(block: Node): BlockMentions {
  if (isKind(block, "code_block") || block.isAtom) return NOTHING;
  const numbered: Worded[] = [];
  const titled: BlockMentions["titled"][number][] = [];
  for (const { text, start } of textsIn(block)) {
    for (const match of text.matchAll(NUMBERED)) {
      if (isLinked(block, start + match.index, match[0].length)) continue;
      if (match.index === 0 && CAPTION_GOES_ON.test(text.slice(match[0].length))) continue;
      const groups = match.groups!;
      const kind = KINDS.find((one) => groups[one] !== undefined)!;
      const number = groups.number!.replace(/[()]/g, "");
      const letters = /^\p{Lu}/u.test(number) ? `Appendix ${number}` : number;
      const from = start + match.index;
      numbered.push({ kind, from, to: from + match[0].length, text: match[0], number: letters });
      if (!SEVERAL.test(match[0])) continue;
      for (const further of numbersAfter(text, match.index + match[0].length)) {
        const at = start + further.at;
        const { text: words } = further;
        if (!isLinked(block, at, words.length))
          numbered.push({
            kind,
            from: at,
            to: at + words.length,
            text: words,
            number: words.replace(/[()]/g, ""),
          });
      }
    }
    // Titles within lists and tables are found by the whole block only where their words are told apart.
    if (!block.isTextblock) continue;
    for (const match of text.matchAll(TITLED)) {
      if (isLinked(block, start + match.index, match[0].length + 1)) continue;
      const at = match.index + match[0].length;
      titled.push({
        from: start + match.index,
        at: start + at,
        rest: text.slice(at, at + MAX_TITLE_LETTERS + 2),
        quoted: match.groups!.quote !== "",
      });
    }
  }
  return numbered.length + titled.length === 0 ? NOTHING : { numbered, titled };
}

/** The numbers that follow one another from a place in a text on: “, 3 and 4”. */
function* numbersAfter(text: string, at: number): Iterable<{ at: number; text: string }> {
  FURTHER.lastIndex = at;
  for (let match = FURTHER.exec(text); match; match = FURTHER.exec(text)) {
    const number = match.groups!.number!;
    const end = FURTHER.lastIndex;
    yield { at: end - number.length, text: number };
    FURTHER.lastIndex = end;
  }
}

/** The words of a mention with a field in place of its number; braces would be taken for fields. */
function formOf({ kind, text, number }: Worded): string | null {
  const field = kind === "page" ? "{pagenumber}" : "{number}";
  const plain = number.replace(/^Appendix /, "");
  // The number of an appendix has its word with it.
  const written = plain === number ? plain : text;
  const at = text.lastIndexOf(written);
  return text.slice(0, at) + field + text.slice(at + written.length);
}

/** Whether words of a block, which begin at a position counted from its start, are a link or code. */
function isLinked(block: Node, start: number, length: number): boolean {
  const [from, to] = [start - 1, Math.min(start - 1 + length, block.content.size)];
  return block.rangeHasMark(from, to, schema.marks.link) || block.rangeHasMark(from, to, schema.marks.code);
}

/** The places of a document as words speak of them. */
class Places {
  private readonly numbers = new Map<string, Heading | BlockDestination>();
  /** Headings by the first word of their titles, the longest first. */
  private readonly titles = new Map<string, Heading[]>();

  constructor(
    private readonly index: DocumentIndex,
    private readonly pages: MentionedPages | null,
  ) {
    // Where headings show no numbers, they are spoken of by their place in the structure.
    const counted = index.numbers.size > 0 ? null : headingNumbers(index.headings);
    index.headings.forEach((heading, i) => {
      const number = counted ? counted[i] : index.numbers.get(heading.id);
      if (number && !this.numbers.has(`section ${number}`)) this.numbers.set(`section ${number}`, heading);
      const first = firstWord(heading.name);
      if (first && heading.name.length <= MAX_TITLE_LETTERS)
        this.titles.set(first, [...(this.titles.get(first) ?? []), heading]);
    });
    for (const list of this.titles.values()) list.sort((a, b) => b.name.length - a.name.length);
    for (const place of [...index.figures, ...index.tables, ...index.equations]) {
      const caption = index.captions.get(place.id);
      if (caption) this.numbers.set(`${place.kind} ${caption.slice(caption.lastIndexOf(" ") + 1)}`, place);
    }
  }

  /** Whether the number by which a place is spoken of is one that it shows. */
  shows({ kind, number }: Worded, { id, pos }: Heading | BlockDestination): boolean {
    if (kind === "page") return this.pages?.labelAt(pos) === number;
    return this.index.numbers.has(id) || this.index.captions.has(id);
  }

  byNumber(kind: MentionKind, number: string): Heading | BlockDestination | null {
    if (kind !== "page") return this.numbers.get(`${kind} ${number}`) ?? null;
    const page = this.pages?.labels.page(number) ?? null;
    return page === null ? null : this.index.sectionAt(this.pages!.starts[page]!);
  }

  byTitle(rest: string): Heading | null {
    const words = rest.toLowerCase();
    const heading = this.titles
      .get(firstWord(rest))
      ?.find(
        ({ name }) =>
          words.startsWith(name.toLowerCase()) && !/^[\p{L}\p{N}]/u.test(words.slice(name.length)),
      );
    return heading ?? null;
  }

  whyNot({ kind, number, text }: Worded): string {
    if (this.byNumber(kind, number)) return "";
    if (kind === "page" && !this.pages) return "The pages are being laid out.";
    const written = /\p{L}/u.test(text) ? text.replace(/\s+/gu, " ").trim() : `${kind} ${number}`;
    return `There is no ${written} here.`;
  }
}

function firstWord(text: string): string {
  return /^[\p{L}\p{N}]+/u.exec(text.trimStart().toLowerCase())?.[0] ?? "";
}
