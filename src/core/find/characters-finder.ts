/**
 * Finds characters in a row; some may stand for any letter. All beginnings are followed at once, as the bits
 * of a number (the shift-and method: Baeza-Yates and Gonnet, “A new approach to text searching”, 1992), so that a text takes
 * one look whatever stands in it: 32 signs at a time.
 */
export class CharactersFinder {
  private readonly forth: Automaton;
  private readonly back: Automaton;

  /** `signs`: each one code unit; null for any letter. */
  constructor(private readonly characters: readonly (string | null)[]) {
    this.forth = new Automaton(characters);
    this.back = new Automaton([...characters].reverse());
  }

  /** The first place from one on (`step` 1), or the last up to it (−1), where they stand and `accepted` says yes; −1 for none. */
  find(line: string, from: number, step: 1 | -1, accepted: (at: number) => boolean): number {
    const { length } = this.characters;
    const automaton = step > 0 ? this.forth : this.back;
    automaton.begin();
    const first = step > 0 ? from : Math.min(from, line.length - length) + length - 1;
    for (let i = first; i >= 0 && i < line.length; i += step) {
      if (!automaton.take(line.charCodeAt(i))) continue;
      const at = step > 0 ? i - length + 1 : i;
      if (accepted(at)) return at;
    }
    return -1;
  }
}

class Automaton {
  /** Bit n: the last n + 1 code units are the first n + 1 signs. */
  private readonly state: Int32Array;
  /** For each code unit the signs that it can be. */
  private readonly masks = new Map<number, Int32Array>();
  private readonly anyLetter: Int32Array;
  private readonly words: number;
  private readonly last: number;

  constructor(characters: readonly (string | null)[]) {
    this.words = Math.ceil(characters.length / 32);
    this.last = 1 << ((characters.length - 1) % 32);
    this.state = new Int32Array(this.words);
    this.anyLetter = new Int32Array(this.words);
    characters.forEach((character, i) => {
      if (character === null) this.anyLetter[i >> 5]! |= 1 << (i & 31);
    });
    for (const character of new Set(characters)) {
      if (character === null) continue;
      const mask = this.maskOf(character.charCodeAt(0));
      characters.forEach((other, i) => {
        if (other === character) mask[i >> 5]! |= 1 << (i & 31);
      });
    }
  }

  begin(): void {
    this.state.fill(0);
  }

  /** Whether all signs stand behind each other up to this code unit. */
  take(code: number): boolean {
    const { state, words } = this;
    const mask = this.maskOf(code);
    let width = 1;
    for (let i = 0; i < words; i++) {
      const before = state[i]!;
      state[i] = ((before << 1) | width) & mask[i]!;
      width = before >>> 31;
    }
    return (state[words - 1]! & this.last) !== 0;
  }

  private maskOf(code: number): Int32Array {
    let mask = this.masks.get(code);
    if (!mask) {
      const letter = /[\p{L}\p{N}]/u.test(String.fromCharCode(code));
      mask = letter ? this.anyLetter.slice() : new Int32Array(this.words);
      this.masks.set(code, mask);
    }
    return mask;
  }
}
