import { highestLevel, type DocumentIndex } from "@/core/index";
import { contentsList } from "./lists";

/** The block with which the first section after the contents list begins, behind the front matter; without a list, the first section. */
export function bodyBegins(index: DocumentIndex): number {
  const after = contentsList(index)?.block ?? -1;
  const top = highestLevel(index.headings);
  return index.headings.find(({ block, level }) => block > after && level === top)?.block ?? 0;
}
