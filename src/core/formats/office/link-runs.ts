import type { Mark, Node } from "prosemirror-model";
import { asMark, type LinkTarget } from "@/core/document";

/** Pieces of a line that follow each other under one link, or one piece under none. */
export interface LinkRun {
  readonly link: Mark | null;
  readonly pieces: readonly Node[];
}

/** What stands in a line, cut where a link begins or ends. */
export function linkRuns(parent: Node): LinkRun[] {
  const runs: { link: Mark | null; pieces: Node[] }[] = [];
  parent.forEach((piece) => {
    const link = piece.marks.find((mark) => asMark(mark, "link")) ?? null;
    const last = runs.at(-1);
    if (link && last?.link?.eq(link)) last.pieces.push(piece);
    else runs.push({ link, pieces: [piece] });
  });
  return runs;
}

/** The words of a link. */
export function linkWords(pieces: readonly Node[]): string {
  return pieces.map(({ text }) => text ?? " ").join("");
}

/** Whether a bookmark or an address in the file tells all of a target. */
export function tellsItself({ kind }: LinkTarget): boolean {
  return kind !== "document" && kind !== "file" && kind !== "action";
}
