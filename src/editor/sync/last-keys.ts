import type { StoredWaiting } from "./waiting-store";

/** What of a window's waiting steps the browser's database does not hold yet. */
export interface HeldKeys extends StoredWaiting {
  /** Whether these are all steps that wait; else those in the database, on the same version, come before. */
  readonly whole: boolean;
}

/** Longer texts wait for the database: they are pasted, and not lost with a key. */
const MAX_LETTERS = 20_000;
const PREFIX = "gate-rope keys ";

/**
 * The last keys of each window, until they are in the browser's database: that takes a tenth of a second, and a tab that
 * crashes takes with it what is only in its own memory. What is put here is handed to another process at once.
 */
export class LastKeys {
  constructor(private readonly storage: Storage | null) {}

  hold(keys: HeldKeys): void {
    const json = JSON.stringify(keys);
    if (json.length > MAX_LETTERS) return this.release(keys.client);
    try {
      this.storage?.setItem(PREFIX + keys.client, json);
    } catch {
      // There is no room, or it is not allowed; the database is tried all the same.
    }
  }

  release(client: string): void {
    try {
      this.storage?.removeItem(PREFIX + client);
    } catch {
      // What cannot be written was not written.
    }
  }

  /** What windows of a document held last. */
  read(document: string): HeldKeys[] {
    const { storage } = this;
    if (!storage) return [];
    const found: HeldKeys[] = [];
    for (let i = 0; i < storage.length; i++) {
      const name = storage.key(i);
      if (!name?.startsWith(PREFIX)) continue;
      try {
        const keys: HeldKeys = JSON.parse(storage.getItem(name)!);
        if (keys.document === document) found.push(keys);
      } catch {
        // Somebody else wrote it.
      }
    }
    return found;
  }
}

/** What a window left in the database, with the last keys that had not come there. */
export function withLastKeys(stored: StoredWaiting | undefined, keys: HeldKeys): StoredWaiting | undefined {
  const { whole, document, client, version, steps } = keys;
  // The database was written later.
  if (stored && stored.version > version) return stored;
  if (whole) return { document, client, version, steps };
  if (stored?.version !== version) return stored;
  const first = steps[0]?.number ?? Infinity;
  return { ...stored, steps: [...stored.steps.filter(({ number }) => number < first), ...steps] };
}

/** The storage of this browser that is written at once; null where there is none. */
export function quickStorage(): Storage | null {
  try {
    return typeof localStorage === "undefined" ? null : localStorage;
  } catch {
    return null;
  }
}
