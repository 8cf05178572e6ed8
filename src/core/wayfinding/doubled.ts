import type { Node } from "prosemirror-model";
import { asMark, isKind, schema, type LinkTarget } from "@/core/document";
import type { DocumentIndex, Heading } from "@/core/index";
import { TitleMap, typedContents } from "@/core/structure";
import type { ContentsLevels } from "./contents";
import { contentsList } from "./lists";
import type { Plan } from "./plans";

/** What somebody made by hand that a plan builds as well. */
export interface Doubled {
  readonly kind: "contents" | "return";
  /** Where its blocks begin and end. */
  readonly from: number;
  readonly to: number;
}

const { marks } = schema;

/** Fewer lines than these are not taken for a contents list. */
const MIN_LINES = 3;
/** Words that are no more than a way back are not longer than this. */
const MAX_RETURN_LETTERS = 60;

/** Contents lists that were typed or linked line by line, and links back after sections, which a plan would double; in order of place. */
export function doubledBy(index: DocumentIndex, plan: Plan): Doubled[] {
  const contents = plan.lists.some(({ of }) => of === "sections")
    ? [...typedLists(index), ...linkedContents(index)].filter((list) => isContents(list, index))
    : [];
  const returns = plan.returns.levels.length > 0 ? typedReturns(index) : [];
  const all = [
    ...contents.map(({ from, to }): Doubled => ({ kind: "contents", from, to })),
    ...returns.map(({ from, to }): Doubled => ({ kind: "return", from, to })),
  ].sort((a, b) => a.from - b.from);
  return all.filter(({ from }, i) => i === 0 || from >= all[i - 1]!.to);
}

/** A contents list that somebody typed or linked line by line, with the levels of the sections that it names. */
export interface HandMadeContents extends Stretch {
  readonly levels: ContentsLevels;
}

/** The first contents list that was made by hand; null where there is none. */
export function handMadeContents(index: DocumentIndex): HandMadeContents | null {
  const lists = [...typedLists(index), ...linkedContents(index)].filter((list) => isContents(list, index));
  const [first] = lists.sort((a, b) => a.from - b.from);
  if (!first) return null;
  const levels = first.names.map(({ level }) => level);
  return {
    from: first.from,
    to: first.to,
    levels: levels.length > 0 ? { from: Math.min(...levels), to: Math.max(...levels) } : { from: 1, to: 3 },
  };
}

interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** A list that may be one of contents, with the headings that it names. */
interface NamingList extends Stretch {
  readonly names: readonly Heading[];
  /** Whether each line ends in the number of a page, as those of nothing else do. */
  readonly paged?: boolean;
}

/** How many of the headings that it could name a contents list names. */
const MOSTLY = 0.6;

/**
 * Whether a list names most sections of its levels, of the document or of the section it stands in; others choose some, or only look like it, and nobody
 * wants to lose them.
 */
function isContents({ from, names, paged }: NamingList, index: DocumentIndex): boolean {
  if (paged) return true;
  const named = new Set(names);
  if (named.size < MIN_LINES) return false;
  const levels = names.map(({ level }) => level);
  const [top, deepest] = [Math.min(...levels), Math.max(...levels)];
  const around = index.sectionAt(from);
  const section = index.sections.find(({ heading }) => heading === around);
  const isMost = (start: number, end: number) => {
    const due = index.headings.filter(
      ({ pos, level }) => pos > start && pos < end && level >= top && level <= deepest,
    );
    return names.every(({ pos }) => pos > start && pos < end) && named.size >= due.length * MOSTLY;
  };
  return isMost(from, Infinity) || (section !== undefined && isMost(section.heading.pos, section.end));
}

/** Lists typed title by title whose lines are usually titles of sections. */
function typedLists(index: DocumentIndex): NamingList[] {
  const titles = new TitleMap<Heading>();
  for (const heading of index.headings) titles.add(heading.name, heading);
  return typedContents(index.doc).map(({ from, to, lines }) => ({
    from,
    to,
    names: lines.flatMap(({ title }) => titles.get(title) ?? []),
    paged: lines.every(({ page }) => page !== null),
  }));
}

/** Lists whose every line is one link to a heading. */
function linkedContents(index: DocumentIndex): NamingList[] {
  const found: NamingList[] = [];
  index.doc.forEach((block, pos) => {
    if (!isKind(block, "bullet_list", "ordered_list")) return;
    const names: Heading[] = [];
    let all = true;
    block.descendants((node) => {
      if (!node.isTextblock) return true;
      const target = wholeLink(node);
      const place = target?.kind === "destination" ? index.destination(target.id) : undefined;
      if (place?.kind === "heading") names.push(place);
      else all = false;
      return false;
    });
    if (all) found.push({ from: pos, to: pos + block.nodeSize, names });
  });
  return found;
}

/** Paragraphs at the end of a section that are no more than a link back: to the top, to the contents list, or to a section around. */
function typedReturns(index: DocumentIndex): Stretch[] {
  const { doc, headings, sections } = index;
  const ends = new Map(sections.map(({ endBlock }, i) => [endBlock, i]));
  const contents = contentsList(index)?.id;
  const found: Stretch[] = [];
  doc.forEach((block, pos, number) => {
    const section = ends.get(number + 1);
    if (section === undefined || !isKind(block, "paragraph")) return;
    const target = wholeLink(block);
    if (!target || block.textContent.length > MAX_RETURN_LETTERS) return;
    const leadsBack =
      target.kind === "top" ||
      (target.kind === "destination" &&
        (target.id === contents || target.id === headings[0]?.id || isAround(section, target.id)));
    if (leadsBack) found.push({ from: pos, to: pos + block.nodeSize });
  });
  return found;

  function isAround(section: number, id: string): boolean {
    for (let i = section; i >= 0; i = sections[i]!.parent) if (headings[i]!.id === id) return true;
    return false;
  }
}

/** The target to which all words of a text block lead; null where some lead nowhere, or elsewhere. */
function wholeLink(block: Node): LinkTarget | null {
  let target: LinkTarget | null = null;
  for (const child of block.content.content) {
    if (child.isText && child.text!.trim() === "") continue;
    const link = marks.link.isInSet(child.marks);
    if (!link) return null;
    const own = asMark(link, "link")!.target;
    if (target && JSON.stringify(target) !== JSON.stringify(own)) return null;
    target = own;
  }
  return target;
}
