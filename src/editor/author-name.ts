const KEY = "gate-rope name";

/** The name under which this browser's author is shown to others; chosen once and kept here. */
export function authorName(): string {
  try {
    const kept = localStorage.getItem(KEY);
    if (kept) return kept;
    const fresh = `Author ${100 + Math.floor(Math.random() * 900)}`;
    localStorage.setItem(KEY, fresh);
    return fresh;
  } catch {
    return "Author";
  }
}

/** Takes another name; false where the browser does not keep it. */
export function keepAuthorName(name: string): boolean {
  try {
    localStorage.setItem(KEY, name);
    return true;
  } catch {
    return false;
  }
}
