import { keepInBrowser, readKept } from "./kept-in-browser";

const KEY = "gate-rope name";
/** As last read: each sending asks for it, and reading the browser's storage takes time. */
let known: string | null = null;

if (typeof window !== "undefined")
  window.addEventListener("storage", ({ key }) => {
    if (key === KEY) known = null;
  });

/** The name under which this browser's author is shown to others; chosen once and kept here. */
export function authorName(): string {
  return (known ??= readKept(KEY) || freshName());
}

function freshName(): string {
  const fresh = `Author ${100 + Math.floor(Math.random() * 900)}`;
  return keepInBrowser(KEY, fresh) ? fresh : "Author";
}

/** Takes another name; false where the browser does not keep it. */
export function keepAuthorName(name: string): boolean {
  known = name;
  return keepInBrowser(KEY, name);
}
