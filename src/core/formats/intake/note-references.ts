import { Fragment, type Node } from "prosemirror-model";
import { idOf, isKind, newId, schema, byKind, type ByInline } from "@/core/document";

/** The notes of a file while it is read: signs are met in the text, their words somewhere else, mostly at the end. */
export class NoteReferences {
  /** The words by key; null until they are met. */
  private readonly words = new Map<string, readonly Node[] | null>();
  private readonly keys = new Map<string, string>();
  private unfound = 0;

  has(key: string): boolean {
    return this.words.has(key);
  }

  /** The sign of a note. It holds its words once {@link settled}. */
  reference(key: string, place: "foot" | "end"): Node {
    if (!this.words.has(key)) this.words.set(key, null);
    const id = newId();
    this.keys.set(id, key);
    return schema.nodes.note.create({ id, place });
  }

  give(key: string, words: readonly Node[]): void {
    this.words.set(key, words);
  }

  /** How many signs had no words; known once {@link settled}. */
  get missing(): number {
    return this.unfound;
  }

  /** The same blocks with the words in their notes. A sign whose words the file does not give is left out. */
  settled(blocks: readonly Node[]): Node[] {
    return this.words.size === 0 ? [...blocks] : blocks.map((block) => this.withWords(block));
  }

  private withWords(node: Node): Node {
    if (node.isLeaf) return node;
    const children: Node[] = [];
    let same = true;
    node.forEach((child) => {
      const kept = isKind(child, "note") ? this.filled(child) : this.withWords(child);
      if (kept !== child) same = false;
      if (kept) children.push(kept);
    });
    return same ? node : node.copy(Fragment.fromArray(children));
  }

  private filled(note: Node): Node | null {
    const words = this.words.get(this.keys.get(idOf(note)!) ?? "");
    if (words) return note.copy(Fragment.fromArray([...words]));
    this.unfound++;
    return null;
  }
}

const nothing = (): Node[] => [];

/** What of inline content a note can hold: words and formulas. */
const IN_NOTES: ByInline<[], Node[]> = {
  text: (node) => [node],
  formula: (node) => [node],
  hard_break: () => [schema.text(" ")],
  picture: nothing,
  note: nothing,
  cross_reference: nothing,
  computation: nothing,
  bookmark_point: nothing,
};

/** What of inline content a note can hold. */
export function wordsOfNote(inline: readonly Node[]): Node[] {
  return inline.flatMap((node) => byKind(IN_NOTES, node));
}
