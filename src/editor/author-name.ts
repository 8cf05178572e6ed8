const KEY = "gate-rope name";
/** As last read: each sending asks for it, and reading the browser's storage takes time. */
let known: string | null = null;

if (typeof window !== "undefined")
  window.addEventListener("storage", ({ key }) => {
    if (key === KEY) known = null;
  });

/** The name under which this browser's author is shown to others; chosen once and kept here. */
export function authorName(): string {
  return (known ??= readName());
}

function readName(): string {
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
  known = name;
  try {
    localStorage.setItem(KEY, name);
    return true;
  } catch {
    return false;
  }
}
