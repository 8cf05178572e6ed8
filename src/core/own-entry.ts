/**
 * What a record holds under a key, where it is the record's own. Every object answers to `constructor`, `toString` and
 * `__proto__` as well, and keys may come from a stranger's file.
 */
export function ownEntry<T>(record: Readonly<Record<string, T>> | undefined, key: string): T | undefined {
  return record && Object.hasOwn(record, key) ? record[key] : undefined;
}
