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

/** Whether what stands at a place begins as it must, behind a number or a label. */
export function beginsWith(standing: string, begins: string): boolean {
  return standing.includes(comparable(begins).slice(0, COMPARED));
}
