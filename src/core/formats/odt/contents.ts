import type { ListKind, ListOptions } from "@/core/document";
import { ownEntry } from "@/core/own-entry";
import { listOf } from "../office/series";
import { childNamed, elementsIn, firstWithin, textWithin, type XmlElement } from "../xml/element";
import type { OdtStyles } from "./styles";

/** A generated list as an element of a file asks for it. */
export interface ContentsFrom {
  readonly heading: string;
  readonly from: number;
  readonly to: number;
  readonly list: ListOptions;
}

/** The lists that are living ones here; what others hold is kept as it is. */
const KINDS: Readonly<Record<string, ListKind>> = {
  "text:table-of-content": "sections",
  "text:illustration-index": "figures",
  "text:table-index": "tables",
  "text:alphabetical-index": "entries",
};

/** What an element that makes a list asks for (ISO 26300-1, 8.3); null for one that no living list is like. */
export function contentsFrom(element: XmlElement, styles: OdtStyles): ContentsFrom | null {
  const kind = ownEntry(KINDS, element.name);
  if (!kind) return null;
  const source = [...elementsIn(element)].find(({ name }) => name.endsWith("-source"));
  const attributes = source?.attributes ?? {};
  const title = textWithin(firstWithin(childNamed(element, "text:index-body"), "text:index-title"));
  const template = [...elementsIn(source)].find(({ name }) => name.endsWith("-entry-template"));
  const depth = Number(attributes["text:outline-level"]) || 6;
  const of = kind === "sections" && attributes["text:index-scope"] === "chapter" ? "section" : kind;
  const leader = template && childNamed(template, "text:index-entry-tab-stop");
  const columns = styles.columnsOf(element.attributes["text:style-name"]);
  const series = kind === "figures" ? attributes["text:caption-sequence-name"] : undefined;
  return {
    heading: (title || textWithin(childNamed(source, "text:index-title-template")))
      .replace(/\s+/g, " ")
      .trim(),
    from: 1,
    to: Math.min(Math.max(depth, 1), 6),
    list: {
      ...(of !== "sections" && { of: series ? listOf(series) : of }),
      ...(of === "entries" && (columns === 2 || columns === 3) && { columns }),
      ...(template && !childNamed(template, "text:index-entry-page-number") && { pageless: true as const }),
      ...(template && !leader?.attributes["style:leader-char"]?.trim() && { leaderless: true as const }),
    },
  };
}
