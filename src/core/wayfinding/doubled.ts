import type { Node } from "prosemirror-model";
import { asMark, isKind, schema, type LinkTarget } from "@/core/document";
import type { DocumentIndex } from "@/core/destinations";
import { typedContents } from "@/core/structure";
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
const LEAST_LINES = 3;
/** Words that are no more than a way back are not longer than this. */
const LONGEST_RETURN = 60;

/** Contents lists that were typed or linked line by line, and links back after sections, which a plan would double; in order of place. */
export function doubledBy(index: DocumentIndex, plan: Plan): Doubled[] {
  const contents = plan.lists.some(({ of }) => of === "sections")
    ? [...typedContents(index.doc), ...linkedContents(index)]
    : [];
  const returns = plan.returns.levels.length > 0 ? typedReturns(index) : [];
  const all = [
    ...contents.map(({ from, to }): Doubled => ({ kind: "contents", from, to })),
    ...returns.map(({ from, to }): Doubled => ({ kind: "return", from, to })),
  ].sort((a, b) => a.from - b.from);
  return all.filter(({ from }, i) => i === 0 || from >= all[i - 1]!.to);
}

interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** Lists every line of which is one link to a heading. */
function linkedContents(index: DocumentIndex): Stretch[] {
  const found: Stretch[] = [];
  index.doc.forEach((block, pos) => {
    if (!isKind(block, "bullet_list", "ordered_list")) return;
    let lines = 0;
    let all = true;
    block.descendants((node) => {
      if (!node.isTextblock) return true;
      lines++;
      const target = wholeLink(node);
      if (target?.kind !== "destination" || index.destination(target.id)?.kind !== "heading") all = false;
      return false;
    });
    if (all && lines >= LEAST_LINES) found.push({ from: pos, to: pos + block.nodeSize });
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
    if (!target || block.textContent.length > LONGEST_RETURN) return;
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
