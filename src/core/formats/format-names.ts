/** Formats that are read and written, by name. */
export type FormatName = "markdown" | "html" | "text" | "gaterope";

/** What a format is called, how its files end and what media type they have. */
export const FORMATS: Record<
  FormatName,
  { label: string; endings: readonly [string, ...string[]]; mediaType: string }
> = {
  markdown: { label: "Markdown", endings: [".md", ".markdown"], mediaType: "text/markdown; charset=utf-8" },
  html: { label: "HTML", endings: [".html", ".htm", ".xhtml"], mediaType: "text/html; charset=utf-8" },
  text: { label: "Plain text", endings: [".txt", ".text"], mediaType: "text/plain; charset=utf-8" },
  gaterope: { label: "Gate Rope", endings: [".gaterope.json"], mediaType: "application/json; charset=utf-8" },
};

/** The format that a file's name tells by its ending, or null. */
export function formatOf(name: string): FormatName | null {
  const lower = name.toLowerCase();
  for (const [format, { endings }] of Object.entries(FORMATS))
    if (endings.some((ending) => lower.endsWith(ending))) return format as FormatName;
  return null;
}

/** A file name for a document: its title without signs that file systems refuse, and an ending, `.pdf`. */
export function fileNameFor(title: string, ending: string): string {
  const stem = title
    .normalize("NFC")
    .replace(/[\u0000-\u001f<>:"/\\|?*\u007f]+/g, " ")
    .replace(/\s+/g, " ")
    .trim()
    .slice(0, 80)
    .replace(/[. ]+$/, "");
  return (stem || "Untitled") + ending;
}
