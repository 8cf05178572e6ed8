/*
 * What readers keep in this browser: nothing of it leaves the device. A browser that keeps nothing, or has no room, still shows everything.
 */

/** What is kept under a name; what is not there, or is damaged, is `otherwise`. */
export function keptHere<T>(name: string, otherwise: T, storage: () => Storage = () => localStorage): T {
  try {
    return (JSON.parse(storage().getItem(`gate-rope ${name}`) ?? "null") as T | null) ?? otherwise;
  } catch {
    return otherwise;
  }
}

/** Keeps something under a name; false where that cannot be. */
export function keepHere(name: string, value: unknown, storage: () => Storage = () => localStorage): boolean {
  try {
    storage().setItem(`gate-rope ${name}`, JSON.stringify(value));
    return true;
  } catch {
    return false;
  }
}
