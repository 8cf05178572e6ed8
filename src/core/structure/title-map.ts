import { titleKey, unnumberedKey } from "./title-key";

/** Things that are known by titles, found however a title is written: with its number or without, in capitals or not. */
export class TitleMap<T> {
  private readonly things = new Map<string, T[]>();

  add(title: string, thing: T): void {
    for (const key of new Set([titleKey(title), unnumberedKey(title)])) {
      const same = this.things.get(key);
      if (same) same.push(thing);
      else if (key !== "") this.things.set(key, [thing]);
    }
  }

  /** All that have a title, in the order in which they were added. */
  all(title: string): readonly T[] {
    return this.things.get(titleKey(title)) ?? this.things.get(unnumberedKey(title)) ?? NONE;
  }

  /** The first that has a title. */
  get(title: string): T | undefined {
    return this.all(title)[0];
  }
}

const NONE: readonly never[] = [];
