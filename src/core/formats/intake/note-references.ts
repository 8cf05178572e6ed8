import { Fragment, type Node } from "prosemirror-model";
import { idOf, isKind, newId, noteOfBlocks, schema } from "@/core/document";

/** The notes of a file while it is read: signs are met in the text, their words somewhere else, usually at the end. */
export class NoteReferences {
  /** The words by key; null until they are met. */
  private readonly words = new Map<string, Fragment | null>();
  private readonly keys = new Map<string, string>();
  private unfound = 0;

  /** Whether a sign waits for words of this key. */
  awaits(key: string): boolean {
    return this.words.get(key) === null;
  }

  /** The sign of a note. It holds its words once {@link settled}. */
  reference(key: string, place: "foot" | "end"): Node {
    if (!this.words.has(key)) this.words.set(key, null);
    const id = newId();
    this.keys.set(id, key);
    return schema.nodes.note.create({ id, place });
  }

  /** The words of a note are those of these blocks. */
  give(key: string, blocks: readonly Node[]): void {
    this.words.set(key, noteOfBlocks(unwrapped(blocks)));
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
    if (words) return note.copy(words);
    this.unfound++;
    return null;
  }
}

/** Some files put each note into a list of its own. */
function unwrapped(blocks: readonly Node[]): readonly Node[] {
  const only = blocks.length === 1 ? blocks[0]! : null;
  return only && isKind(only, "bullet_list", "ordered_list") && only.childCount === 1
    ? unwrapped(only.child(0).content.content)
    : blocks;
}
