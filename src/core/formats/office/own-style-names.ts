import { ownStylesOf, type StyleSheet } from "@/core/document";

/** Names that programs know themselves, whether a file has such a style or not. */
const KNOWN =
  /^(?:heading|toc|index|contents|list(?: bullet| number| continue)?|body text) ?\d*$|^(?:normal|standard|default|caption|header|footer|title|quote|quotations|code|table|figure|hyperlink|strong|emphasis|picture|notice|definition|return link|equation|link |page |frame|footnote|endnote|preformatted|html )/i;

/** A style that the author of a document made, as a file has it. */
export interface OwnStyleName {
  /** Its id in the document. */
  readonly style: string;
  readonly name: string;
  /** What it is called in the file: a program would take one that is called like a style of its own for that. */
  readonly written: string;
}

/** The styles that the author of a document made, by their ids in a file. `idOf`: makes that of the nth, from 1. */
export function ownStyleNames(
  sheet: StyleSheet,
  idOf: (n: number) => string,
): ReadonlyMap<string, OwnStyleName> {
  const taken = new Set<string>();
  return new Map(
    Object.entries(ownStylesOf(sheet)).map(([style, { name }], i) => {
      const base = KNOWN.test(name) ? `${name} (own)` : name;
      let written = base;
      for (let n = 2; taken.has(written.toLowerCase()); n++) written = `${base} ${n}`;
      taken.add(written.toLowerCase());
      return [idOf(i + 1), { style, name, written }];
    }),
  );
}
