/*
 * The tags of an HTML text by themselves, for what has to be known of a whole file before it is read from tag to tag.
 */

/** How far around a tag to look for what belongs to it. */
export const AROUND = 400;

/** A start tag. */
export class Tag {
  private known: ReadonlyMap<string, string> | null = null;

  constructor(
    readonly name: string,
    private readonly written: string,
    /** How many tags stand before it. */
    readonly index: number,
    /** Where it begins, and where what follows it does. */
    readonly at: number,
    readonly end: number,
  ) {}

  /** Read when they are asked for: of most tags nothing matters. */
  get attributes(): ReadonlyMap<string, string> {
    return (this.known ??= attributesOf(this.written));
  }

  /** Whether these signs stand in it, as an attribute usually. */
  holds(characters: string): boolean {
    return this.written.includes(characters);
  }

  get mayBeNamed(): boolean {
    return /\b(?:id|name)\s*=/i.test(this.written);
  }
}

const ATTRIBUTE = /([^\s"'<>/=]+)(?:\s*=\s*(?:"([^"]*)"|'([^']*)'|([^\s"'=<>`]+)))?/g;

/** Elements in which nothing is markup. */
const RAW = /^(?:script|style|textarea|title|template|xmp)$/;

/** An end tag. */
export interface EndTag {
  readonly name: string;
  /** Where it begins, and where what follows it does. */
  readonly at: number;
  readonly end: number;
}

/**
 * The start tags of a text, in one pass over it: what is in comments and scripts is none, and behind a tag that does not end there is nothing.
 * The end tags are put into `ends` where somebody asks for them.
 */
export function tagsOf(text: string, ends?: EndTag[]): Tag[] {
  const tags: Tag[] = [];
  const begins = ends ? /<(?:!--|(\/?)([a-z][a-z0-9]*))/gi : /<(?:!--|()([a-z][a-z0-9]*))/gi;
  for (let found = begins.exec(text); found; found = begins.exec(text)) {
    const name = found[2]?.toLowerCase();
    if (name === undefined) {
      begins.lastIndex = behind(text, /-->/g, begins.lastIndex);
      continue;
    }
    const end = endOfTag(text, begins.lastIndex);
    if (end === null) break;
    if (found[1] === "/") {
      ends?.push({ name, at: found.index, end });
      begins.lastIndex = end;
      continue;
    }
    tags.push(new Tag(name, text.slice(begins.lastIndex, end - 1), tags.length, found.index, end));
    begins.lastIndex = RAW.test(name) ? behind(text, new RegExp(`</${name}`, "gi"), end) : end;
  }
  return tags;
}

/** Where something that is looked for from a place on ends; the end of the text where it is not there. */
function behind(text: string, sought: RegExp, from: number): number {
  sought.lastIndex = from;
  return sought.test(text) ? sought.lastIndex : text.length;
}

/** Where a tag ends whose name ends at a place: a quoted value may hold its sign (HTML, 13.2.5.36). Null where it does not. */
function endOfTag(text: string, from: number): number | null {
  const marks = /["'>]/g;
  marks.lastIndex = from;
  for (let found = marks.exec(text); found; found = marks.exec(text)) {
    if (found[0] === ">") return found.index + 1;
    if (!/=\s*$/.test(text.slice(Math.max(from, found.index - 20), found.index))) continue;
    const close = text.indexOf(found[0], found.index + 1);
    if (close < 0) return null;
    marks.lastIndex = close + 1;
  }
  return null;
}

const NONE: ReadonlyMap<string, string> = new Map();

function attributesOf(written: string): ReadonlyMap<string, string> {
  if (written.trim() === "") return NONE;
  const attributes = new Map<string, string>();
  for (const [, name, doubled, single, bare] of written.matchAll(ATTRIBUTE))
    if (!attributes.has(name!.toLowerCase()))
      attributes.set(name!.toLowerCase(), doubled ?? single ?? bare ?? "");
  return attributes;
}

export function idsOf(tag: Tag): string[] {
  if (!tag.mayBeNamed) return [];
  const ids = [tag.attributes.get("id") ?? "", (tag.name === "a" && tag.attributes.get("name")) || ""];
  return [...new Set(ids)].filter((id) => id !== "");
}

/** Whether nothing stands between two places of a text but the ends of elements and what opens a bracket. */
export function saysNothing(text: string, from: number, to: number): boolean {
  return to - from <= AROUND && !/[^\s[(]/.test(text.slice(from, to).replace(/<[^>]*>/g, ""));
}
