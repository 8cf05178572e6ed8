import { decodeSafely } from "@/core/document";
import { partitionPoint } from "@/core/order";
import { edited, type Edit } from "./edited-text";
import { AROUND, idsOf, saysNothing, tagsOf, type Tag } from "./tags";

/*
 * Notes as the tools of the world write them. A sign leads to words somewhere else, and usually a link leads back from there; whether it is
 * one is known only when both have been seen, which a reader that goes from tag to tag cannot. So the tags are looked through beforehand,
 * and each part of a note is marked by an attribute.
 */

/** On a sign: the key of its note, and on the element with the note's words. */
export const NOTE_MARK = "data-note-sign";
export const NOTE_WORDS = "data-note-words";
/** On what stands around a sign and has an id only for the way back. */
export const NOTE_AROUND = "data-note-around";
/** On the way back from the words, and on the sign that is repeated before them: they say nothing. */
export const NOTE_BACK = "data-note-back";

interface Anchor {
  readonly tag: Tag;
  /** The id to which it leads. */
  readonly to: string;
  readonly words: string;
  /** What directly encloses it, from the inside out. */
  readonly around: readonly Tag[];
  /** Where its end tag ends. */
  readonly after: number;
}

const INLINE = /^(?:a|sup|span|small|b|i|em|strong|font)$/;
const BLOCK = /^(?:p|li|dd|div|td|aside|section|blockquote|table|dl)$/;
const HEADING = /^h[1-6]$/;
/** A number, a letter or a sign, in brackets or not. */
const NOTE_MARK_WORDS =
  /^[[({]?\s*(?:\d{1,4}|[a-z]|[ivxlc]{1,7}|[*†‡§¶‖#]{1,4}|(?:note|fn)\s*\d{1,4})\s*[\])}]?$/iu;
/** Where nothing says so and no link is worded like a sign, the tags need not be looked through. */
const MAY_HOLD_NOTES =
  /noteref|footnote|backlink|href\s*=\s*["']?#[^>]{0,300}>\s*(?:<[^>]{0,200}>\s*){0,3}[[({]?\s*(?:\d{1,4}|[a-z]|[ivxlc]{1,7}|[*†‡§¶‖#]{1,4}|(?:note|fn)\s*\d{1,4})\s*[\])}]?\s*</iu;
const NOTE_MARK_ROLE = /\b(?:doc-)?noteref\b/;
const NOTE_MARK_CLASS = /\b(?:footnote-ref(?:erence)?|noteref|fnref)\b/;
const BACK_ROLE = /\b(?:doc-)?backlink\b/;
const BACK_CLASS = /\b(?:footnote-back(?:ref)?|fn-backref|reversefootnote)\b/;
const WORDS_ROLE = /\b(?:doc-)?(?:footnote|endnote|rearnote)\b/;
const WORDS_CLASS = /\b(?:footnote|endnote)\b/;
/** How far from the beginning of its words a note's way back may stand, in characters of the file. */
const MAX_NOTE_LETTERS = 20_000;

/** An HTML text in which the parts of notes are marked. */
export function withPairedNotes(text: string): string {
  if (!MAY_HOLD_NOTES.test(text)) return text;
  const tags = tagsOf(text);
  const anchors = tags.flatMap((tag) => anchorOf(text, tags, tag) ?? []);
  const leadingTo = byKey(anchors, ({ to }) => [to]);
  const named = byKey(tags, idsOf);
  const headings = tags.flatMap(({ name, index }) => (HEADING.test(name) ? [index] : []));
  const edits = anchors.filter(saysBack).map(({ tag }) => marked(tag, NOTE_BACK));
  const used = new Set<Anchor>();
  for (const [id, all] of leadingTo) {
    const noteMarks = all.filter((mark) => isNoteMark(mark) && !used.has(mark));
    if (noteMarks.length === 0) continue;
    const group = new NoteMarks(noteMarks, leadingTo);
    const found = (named.get(id) ?? []).flatMap((tag) => {
      const words = wordsOf(text, tags, tag);
      return words && isPaired(words, group, headings) ? [words] : [];
    });
    if (found.length === 0) {
      // What says that it is a sign is told to have no words.
      if (!named.has(id))
        edits.push(...noteMarks.filter(namesNoteMark).map(({ tag }) => marked(tag, NOTE_MARK, id)));
      continue;
    }
    // Two notes may share one id: each sign has its own then. Else what says so, or leads back, comes before what only has the id.
    const apart = found.length > 1 && found.length === noteMarks.length;
    const weight = (words: Words) =>
      Number(saysWords(words.named, words.tag) || group.backsIn(words, 1).length > 0);
    const chosen = apart ? found : [found.reduce((best, one) => (weight(one) > weight(best) ? one : best))];
    const keyOf = (i: number) => (apart && i > 0 ? `${id} ${i + 1}` : id);
    chosen.forEach((words, i) => {
      edits.push(marked(words.tag, NOTE_WORDS, keyOf(i)));
      if (words.label) edits.push(marked(words.label, NOTE_BACK));
      else if (words.named !== words.tag && isEmpty(text, words.named))
        edits.push(marked(words.named, NOTE_BACK));
      const until = apart ? found[i + 1]?.tag.at : undefined;
      for (const back of group.backsIn(words, noteMarks.length, until)) {
        used.add(back);
        edits.push(marked(back.tag, NOTE_BACK), ...withoutBrackets(text, back));
      }
      const repeated = repeatedMark(text, tags, words.tag, group);
      if (repeated) edits.push(marked(repeated, NOTE_BACK));
    });
    // An id to which something else leads as well stays a place.
    const onlyFromWords = answeredOnce(
      (named: string) => leadingTo.get(named)?.every((one) => used.has(one) || saysBack(one)) !== false,
    );
    noteMarks.forEach((mark, i) => {
      used.add(mark);
      edits.push(marked(mark.tag, NOTE_MARK, keyOf(apart ? i : 0)), ...withoutBrackets(text, mark));
      for (const tag of mark.around)
        if (idsOf(tag).every(onlyFromWords)) edits.push(marked(tag, NOTE_AROUND));
    });
  }
  return edited(text, edits);
}

// What there is

function answeredOnce(answer: (of: string) => boolean): (of: string) => boolean {
  const known = new Map<string, boolean>();
  return (of) => {
    const before = known.get(of);
    if (before !== undefined) return before;
    const now = answer(of);
    known.set(of, now);
    return now;
  };
}

function anchorOf(text: string, tags: readonly Tag[], tag: Tag): Anchor | null {
  const href = tag.name === "a" ? tag.attributes.get("href") : undefined;
  if (!href?.startsWith("#")) return null;
  const close = /<\/a\s*>/i.exec(text.slice(tag.end, tag.end + AROUND));
  if (!close) return null;
  const around: Tag[] = [];
  for (let i = tag.index - 1, from = tag.at; i >= 0 && around.length < 3; i--) {
    const outer = tags[i]!;
    if (!INLINE.test(outer.name) || outer.name === "a" || tag.at - outer.at > AROUND) break;
    if (/[^\s[(]/.test(text.slice(outer.end, from))) break;
    around.push(outer);
    from = outer.at;
  }
  return {
    tag,
    to: decodeSafely(href.slice(1)),
    words: text
      .slice(tag.end, tag.end + close.index)
      .replace(/<[^>]*>/g, "")
      .trim(),
    around,
    after: tag.end + close.index + close[0].length,
  };
}

function byKey<T>(all: readonly T[], keys: (one: T) => readonly string[]): Map<string, T[]> {
  const found = new Map<string, T[]>();
  for (const one of all)
    for (const key of keys(one)) {
      const group = found.get(key);
      if (group) group.push(one);
      else found.set(key, [one]);
    }
  return found;
}

// What belongs together

const roleOf = ({ attributes }: Tag) =>
  `${attributes.get("role") ?? ""} ${attributes.get("epub:type") ?? ""}`;
const classOf = ({ attributes }: Tag) => attributes.get("class") ?? "";

function namesNoteMark({ tag, around }: Anchor): boolean {
  return (
    NOTE_MARK_ROLE.test(roleOf(tag)) || [tag, ...around].some((one) => NOTE_MARK_CLASS.test(classOf(one)))
  );
}

function saysBack({ tag }: Anchor): boolean {
  return BACK_ROLE.test(roleOf(tag)) || BACK_CLASS.test(classOf(tag));
}

function isNoteMark(anchor: Anchor): boolean {
  return !saysBack(anchor) && (namesNoteMark(anchor) || NOTE_MARK_WORDS.test(anchor.words));
}

function saysWords(...tags: readonly Tag[]): boolean {
  return tags.some((tag) => WORDS_ROLE.test(roleOf(tag)) || WORDS_CLASS.test(classOf(tag)));
}

interface Words {
  /** What has the id, and the element that holds the words; the same, usually. */
  readonly named: Tag;
  readonly tag: Tag;
  /** What stands before the words, and is none of them. */
  readonly label: Tag | null;
}

/** The words of the note that may have an id; null where it names none. */
function wordsOf(text: string, tags: readonly Tag[], named: Tag): Words | null {
  if (named.name === "dt") {
    const tag = tags.slice(named.index, named.index + 12).find(({ name }) => name === "dd");
    return tag ? { named, tag, label: named } : null;
  }
  if (BLOCK.test(named.name)) return { named, tag: named, label: null };
  if (!INLINE.test(named.name)) return null;
  for (let i = named.index - 1, from = named.at; i >= 0 && named.index - i < 6; i--) {
    const outer = tags[i]!;
    if (!saysNothing(text, outer.end, from)) return null;
    if (BLOCK.test(outer.name)) return { named, tag: outer, label: null };
    if (!INLINE.test(outer.name)) return null;
    from = outer.at;
  }
  return null;
}

/**
 * Whether signs and words are those of a note: a sign comes first, and they say so themselves, or a way leads back and no title stands between.
 * `headings` are those of the file, by how many tags stand before each.
 */
function isPaired(words: Words, noteMarks: NoteMarks, headings: readonly number[]): boolean {
  if (noteMarks.has(words.named) || noteMarks.first > words.tag.at) return false;
  if (words.tag.name === "aside" || saysWords(words.named, words.tag) || noteMarks.sayIt) return true;
  const [back] = noteMarks.backsIn(words, 1);
  if (!back) return false;
  const after = headings[partitionPoint(headings.length, (i) => headings[i]! < words.tag.index)];
  return after === undefined || after > back.tag.index;
}

/** The signs that lead to one id, and all ways back to them. */
class NoteMarks {
  readonly words: ReadonlySet<string>;
  /** Where the first of them stands. */
  readonly first: number;
  /** Whether an element says that it is the sign of a note. */
  readonly sayIt: boolean;
  private readonly tags: ReadonlySet<Tag>;
  private readonly backs: readonly Anchor[];

  constructor(marks: readonly Anchor[], leadingTo: ReadonlyMap<string, readonly Anchor[]>) {
    this.words = new Set(marks.map(({ words }) => words));
    this.first = marks[0]!.tag.at;
    this.sayIt = marks.some(namesNoteMark);
    this.tags = new Set(marks.map(({ tag }) => tag));
    const ids = new Set(marks.flatMap((mark) => [mark.tag, ...mark.around].flatMap(idsOf)));
    this.backs = [...ids]
      .flatMap((id) => leadingTo.get(id) ?? [])
      .filter(({ tag }) => !this.tags.has(tag))
      .sort((a, b) => a.tag.at - b.tag.at);
  }

  has(tag: Tag): boolean {
    return this.tags.has(tag);
  }

  /** The ways back that stand among the words of a note before a place of the file, at most so many. */
  backsIn({ named, tag }: Words, most = this.tags.size, until = Infinity): readonly Anchor[] {
    const { backs } = this;
    const from = Math.min(named.at, tag.at);
    const to = Math.min(until, from + MAX_NOTE_LETTERS);
    const start = partitionPoint(backs.length, (i) => backs[i]!.tag.at < from);
    const end = partitionPoint(backs.length, (i) => backs[i]!.tag.at < to);
    return backs.slice(start, Math.min(end, start + most));
  }
}

/** Whether nothing stands in an element. */
function isEmpty(text: string, { name, end }: Tag): boolean {
  return new RegExp(`^\\s*</${name}`, "i").test(text.slice(end, end + AROUND));
}

/** A sign that the words begin with, raised and without a link. */
function repeatedMark(text: string, tags: readonly Tag[], words: Tag, marks: NoteMarks): Tag | null {
  const sup = tags.slice(words.index + 1, words.index + 4).find(({ name }) => name === "sup");
  if (!sup || !saysNothing(text, words.end, sup.at)) return null;
  const inside = /^([^<]*)<\/sup/i.exec(text.slice(sup.end, sup.end + AROUND))?.[1]?.trim();
  return inside && marks.words.has(inside) ? sup : null;
}

// How it is marked

function marked({ at, name }: Tag, attribute: string, value = ""): Edit {
  const place = at + 1 + name.length;
  const safe = value.replace(/&/g, "&amp;").replace(/"/g, "&quot;");
  return { at: place, end: place, text: ` ${attribute}="${safe}"` };
}

/** Brackets around a sign go with it. */
function withoutBrackets(text: string, { tag: { at }, after }: Anchor): Edit[] {
  const before = /\[(?:\s|<\/?(?:sup|span|small)\b[^>]*>)*$/i.exec(text.slice(Math.max(0, at - AROUND), at));
  const behind = /^(?:\s|<\/?(?:sup|span|small)\b[^>]*>)*\]/i.exec(text.slice(after, after + AROUND));
  if (!before || !behind) return [];
  const opens = at - before[0].length;
  const closes = after + behind[0].length - 1;
  return [
    { at: opens, end: opens + 1, text: "" },
    { at: closes, end: closes + 1, text: "" },
  ];
}
