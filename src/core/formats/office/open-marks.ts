import type { Node } from "prosemirror-model";
import { asMark, isKind } from "@/core/document";
import { indexedKey } from "@/core/index";

/** What a mark does at a piece of text. */
export interface MetMark {
  /** The number under which it is written. */
  readonly number: number;
  readonly begins: boolean;
  readonly ends: boolean;
}

/**
 * Where ranges begin and end while their pieces are written one after the other: with their first piece and with their last, in whatever order a format has
 * the parts of a block.
 */
export class OpenMarks {
  private readonly left = new Map<string, number>();
  private readonly numbers = new Map<string, number>();

  /** Of what stands in a document or a note; the words of notes within it are not among that. */
  static within(parent: Node): OpenMarks {
    const marks = new OpenMarks();
    parent.descendants((node) => {
      for (const mark of node.marks) {
        const entry = asMark(mark, "index_entry");
        const key = asMark(mark, "bookmark")?.id ?? (entry && indexedKey(entry.id, entry));
        if (key) marks.left.set(key, (marks.left.get(key) ?? 0) + 1);
      }
      return !isKind(node, "note");
    });
    return marks;
  }

  /** Meets a piece of a range. `number`: makes the number of one that begins. */
  meet(key: string, number: () => number): MetMark {
    const left = (this.left.get(key) ?? 1) - 1;
    this.left.set(key, left);
    const known = this.numbers.get(key);
    const own = known ?? number();
    if (known === undefined) this.numbers.set(key, own);
    return { number: own, begins: known === undefined, ends: left === 0 };
  }
}
