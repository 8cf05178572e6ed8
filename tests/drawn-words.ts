import { drawPage, type PageLayout } from "@/core/layout";

/** The words of a page as they are drawn, a line for each base line; what is no part of the text is left out. */
export function linesOf(layout: PageLayout, page: number): string[] {
  const lines = new Map<number, string>();
  for (const item of drawPage(layout, page).items)
    if (item.kind === "words" && item.tag)
      lines.set(Math.round(item.y), (lines.get(Math.round(item.y)) ?? "") + item.text);
  return [...lines.values()];
}
