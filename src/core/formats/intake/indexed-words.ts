import type { Mark, Node } from "prosemirror-model";
import { asMark, indexEntryFrom, newId, schema, type DestinationId } from "@/core/document";

/** The first word of a text, with what stands before it. */
const FIRST_WORD = /^[^\p{L}\p{N}]*[\p{L}\p{N}](?:[\p{L}\p{N}\p{M}’'-]*[\p{L}\p{N}\p{M}])?/u;

/**
 * Entries of the index while a file is read. Many files put them at a point; here they go on words, so those go on the next word of their block,
 * or the last where none follows.
 */
export class IndexedWords {
  private readonly met = new Set<DestinationId>();
  private readonly open: Mark[] = [];
  /** By the name under which later words go on with them. */
  private readonly byName = new Map<string, Mark>();

  /** The mark of words that stand under an entry, as HTMLBook has them, or go on with one; null for any other element. */
  onElement(attributes: ReadonlyMap<string, string>): Mark | null {
    const later = attributes.get("data-indexed");
    if (later !== undefined) return this.byName.get(later) ?? null;
    if (attributes.get("data-type") !== "indexterm") return null;
    const entry = indexEntryFrom({
      main: attributes.get("data-primary"),
      sub: attributes.get("data-secondary"),
      see: attributes.get("data-see"),
      also: attributes.get("data-seealso"),
    });
    if (!entry) return null;
    const mark = schema.marks.index_entry.create({ id: newId(), ...entry });
    const name = attributes.get("id");
    if (name) this.byName.set(name, mark);
    return mark;
  }

  /** How many wait for a word. */
  get waiting(): number {
    return this.open.length;
  }

  /** Notes that a mark stands on words. */
  meet(mark: Mark): void {
    const entry = asMark(mark, "index_entry");
    if (entry) this.met.add(entry.id);
  }

  /** Ends the words of an entry; one that had none waits for the next. */
  end(mark: Mark): void {
    if (!this.met.has(asMark(mark, "index_entry")!.id)) this.open.push(mark);
  }

  /** A text as it is, its first word under the entries that wait. */
  onFirstWord(text: Node): readonly Node[] {
    const word = this.open.length > 0 ? FIRST_WORD.exec(text.text!)?.[0] : undefined;
    if (!word) return [text];
    const begin = word.length - word.trimStart().length;
    return [
      ...(begin > 0 ? [text.cut(0, begin)] : []),
      this.take(text.cut(begin, word.length)),
      ...(word.length < text.text!.length ? [text.cut(word.length)] : []),
    ];
  }

  /** Puts the entries that wait at the end of a block on its last text with words. */
  onLastWord(inline: Node[]): void {
    if (this.open.length === 0) return;
    const last = inline.findLastIndex((node) => node.isText && /[\p{L}\p{N}]/u.test(node.text!));
    if (last < 0) return;
    const text = inline[last]!;
    const at = lastWordIn(text.text!);
    inline.splice(last, 1, ...(at > 0 ? [text.cut(0, at)] : []), this.take(text.cut(at)));
  }

  private take(text: Node): Node {
    const marks = this.open.splice(0).reduce((set, mark) => mark.addToSet(set), text.marks);
    return text.mark(marks);
  }
}

/** Where the last word of a text begins. Sign by sign: an expression would look at each long word once for each of its letters. */
function lastWordIn(text: string): number {
  let at = text.length;
  while (at > 0 && !/[\p{L}\p{N}\p{M}]/u.test(text[at - 1]!) && !isHalf(text[at - 1]!)) at--;
  while (at > 0 && (/[\p{L}\p{N}\p{M}’'-]/u.test(text[at - 1]!) || isHalf(text[at - 1]!))) at--;
  return at;
}

/** Half of a sign that takes two code units; none is parted from the other. */
function isHalf(unit: string): boolean {
  return unit >= "\ud800" && unit <= "\udfff";
}
