import type { Node } from "prosemirror-model";
import { asKind, lineOf } from "@/core/document";

/**
 * What a page is called: its only heading of the first level, its window without the name of the site, or its first heading.
 */
export function titleOfPage(windowTitle: string, headings: readonly Node[]): string {
  const [first, ...others] = headings.filter((heading) => asKind(heading, "heading")!.level === 1);
  const words = lineOfHeading(first ?? headings[0]);
  if (windowTitle === "" || (first && others.length === 0)) return words || windowTitle;
  const behind = windowTitle.startsWith(words) ? windowTitle.slice(words.length) : "";
  return words !== "" && SITE.test(behind) ? words : windowTitle;
}

/** The words of a heading; empty where there is none. */
export function lineOfHeading(heading: Node | undefined): string {
  return heading ? lineOf(heading) : "";
}

const SITE = /^\s*[|•·»:–—-]\s/u;
