import type { Node } from "prosemirror-model";
import type { DocumentIndex } from "@/core/index";
import { idOf, levelOf, lineOf, shortened } from "@/core/document";
import { incomingLinks } from "@/core/links";
import { kindOf, levelsOf } from "@/core/wayfinding";
import type { DocumentChange } from "./document-change";

/**
 * What a change of the levels of headings means elsewhere, in words: contents lists that they leave or join; and for a heading that became
 * a paragraph, the links that land there still. Null where it means nothing.
 */
export function levelsMessage({ before, after, run }: DocumentChange, index: DocumentIndex): string | null {
  const levels = new Map<string, number>();
  for (let i = run.start; i < run.endBefore; i++) {
    const node = before.child(i);
    if (levelOf(node) > 0) levels.set(idOf(node)!, levelOf(node));
  }
  const changed: Changed[] = [];
  for (let i = run.start; i < run.endAfter; i++) {
    const node = after.child(i);
    const was = levels.get(idOf(node)!) ?? null;
    const is = levelOf(node) || null;
    if (was !== null && was !== is) changed.push({ node, was, is });
  }
  if (changed.length === 0) return null;
  const sentences = index.contentsLists.flatMap((list) => {
    const node = index.doc.child(list.block);
    if (kindOf(node) !== "sections") return [];
    const { from, to } = levelsOf(node);
    const holds = (level: number | null) => level !== null && level >= from && level <= to;
    const left = changed.filter(({ was, is }) => holds(was) && !holds(is));
    const joined = changed.filter(({ was, is }) => !holds(was) && holds(is));
    const name = `the list “${shortened(list.name || "Contents", 40)}”`;
    return [
      ...(left.length > 0 ? [`${called(left)} left ${name}.`] : []),
      ...(joined.length > 0 ? [`${called(joined)} joined ${name}.`] : []),
    ];
  });
  const links = changed
    .filter(({ is }) => is === null)
    .reduce((sum, { node }) => sum + incomingLinks(index, idOf(node)!).length, 0);
  if (links > 0)
    sentences.push(
      links === 1 ? "The link that leads there still lands." : `The ${links} links there still land.`,
    );
  return sentences.length > 0 ? sentences.join(" ") : null;
}

interface Changed {
  readonly node: Node;
  /** The level it had. */
  readonly was: number;
  /** The level it has; null for one that is no heading any more. */
  readonly is: number | null;
}

function called(changed: readonly Changed[]): string {
  const [first] = changed;
  return changed.length === 1
    ? `“${shortened(lineOf(first!.node), 40) || "An empty heading"}”`
    : `${changed.length} headings`;
}
