import type { FirstWords } from "../first-words";

/** What following every link of a written file showed. */
export interface FileProof {
  readonly promised: number;
  readonly lands: number;
  readonly failed: readonly { readonly words: string; readonly why: string }[];
}

/** How many letters at a place have to be those that stand there in the document. */
const COMPARED = 24;

/** The letters and digits of words: what stands between them may differ from one file to another. */
export function comparable(words: string): string {
  return words
    .normalize("NFKC")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, "");
}

/** As many letters may a number or a label have that stands before the first words. */
const LABEL = 24;

/** Whether what stands at a place begins as it must. */
export function beginsWith(standing: string, { words, where }: FirstWords): boolean {
  const wanted = comparable(words).slice(0, COMPARED);
  return (where === "first" ? standing.slice(0, wanted.length + LABEL) : standing).includes(wanted);
}

/** Whether a link says the words it was promised with, in their order; a number or a sign may stand among them. */
export function saysWords(link: string, words: string): boolean {
  let at = 0;
  for (const letter of comparable(words)) {
    at = link.indexOf(letter, at) + 1;
    if (at === 0) return false;
  }
  return true;
}
