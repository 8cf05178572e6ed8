/** What this browser keeps under a key; null where it keeps nothing there, or may not. */
export function readKept(key: string): string | null {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
}

/** Keeps something in this browser; false where it does not let that be. */
export function keepInBrowser(key: string, value: string): boolean {
  try {
    localStorage.setItem(key, value);
    return true;
  } catch {
    return false;
  }
}
