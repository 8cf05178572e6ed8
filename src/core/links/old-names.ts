import type { DocumentIndex, LinkPlace } from "@/core/index";

/** A link that is worded as its place was called once, with what that is called now. */
export interface OldName {
  readonly link: LinkPlace;
  readonly name: string;
}

/** Links, of all or of some of a document, whose words are the name that their place had when they were tied, and has no more. */
export function oldNames(index: DocumentIndex, links: readonly LinkPlace[] = index.links): OldName[] {
  return links.flatMap((link) => {
    const { target, reference, text } = link;
    if (reference || target.kind !== "destination" || !target.was) return [];
    if (folded(text) !== folded(target.was)) return [];
    const name = index.destination(target.id)?.name ?? "";
    return name === "" || folded(name) === folded(text) ? [] : [{ link, name }];
  });
}

function folded(words: string): string {
  return words.normalize("NFKC").replace(/\s+/gu, " ").trim().toLowerCase();
}
