/** The keys of a record that is known whole; one that comes from outside may have more of them than its type says. */
export function keysOf<K extends string>(record: Readonly<Partial<Record<K, unknown>>>): K[] {
  return Object.keys(record) as K[];
}

/** Whether a word is a key of a record by itself; every object answers to `constructor` as well. */
export function isKeyOf<K extends string>(record: Readonly<Record<K, unknown>>, word: string): word is K {
  return Object.hasOwn(record, word);
}

/** A record with these keys, each with what is made of it. */
export function recordOf<K extends string, V>(keys: readonly K[], of: (key: K) => V): Record<K, V> {
  return Object.fromEntries(keys.map((key) => [key, of(key)])) as Record<K, V>;
}
