import MiniSearch from "minisearch";
import type { DestinationId } from "@/core/document";
import type { DocumentIndex } from "@/core/index";
import { inBrief } from "../wayfinding";
import { SEARCH, type SearchedSection } from "./search-options";

/** The index of all sections of an edition, as JSON. `hrefOf`: where a section stands; `first`: where the text before the first does. */
export function searchIndex(
  index: DocumentIndex,
  hrefOf: (id: DestinationId) => string,
  { first, title }: { readonly first: string; readonly title: string },
): string {
  const search = new MiniSearch<SearchedSection>(SEARCH);
  const { doc, headings, numbers } = index;
  const starts = headings.map(({ block }) => block);
  const textOf = (from: number, to: number) => {
    const parts: string[] = [];
    for (let i = from; i < to; i++)
      parts.push(doc.child(i).textBetween(0, doc.child(i).content.size, " ", " "));
    return parts.join(" ");
  };
  const front = textOf(0, starts[0] ?? doc.childCount);
  if (front.trim() !== "") search.add({ id: 0, title, text: front, href: first });
  search.addAll(
    headings.map((heading, i) => ({
      id: i + 1,
      title: [numbers.get(heading.id), inBrief(heading)].filter(Boolean).join(" "),
      text: textOf(heading.block + 1, starts[i + 1] ?? doc.childCount),
      href: hrefOf(heading.id),
    })),
  );
  return JSON.stringify(search);
}
