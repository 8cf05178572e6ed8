/** Formats that are read and written, by name. */
export type FormatName = "markdown" | "html" | "text" | "gaterope";

/** What there is to tell of a format; how it is read and written stands in `codecs.ts`. */
export interface Format {
  readonly label: string;
  /** What it is called within a sentence. */
  readonly called: string;
  /** How its files end; the first one is given. */
  readonly endings: readonly [string, ...string[]];
  readonly mediaType: string;
  /** What a file of it is good for, where it is offered to be sent out. */
  readonly says?: string;
  /** Whether attached files lie beside it; else they are in it, or left out. */
  readonly filesBeside: boolean;
  /** Whether a document that goes out comes in again as it was. */
  readonly lossless: boolean;
}

export const FORMATS: Record<FormatName, Format> = {
  html: {
    label: "HTML",
    called: "HTML",
    endings: [".html", ".htm", ".xhtml"],
    mediaType: "text/html; charset=utf-8",
    says: "One page with text, looks, pictures and fonts inside. It opens in any browser, on a phone and offline, and prints.",
    filesBeside: true,
    lossless: true,
  },
  markdown: {
    label: "Markdown",
    called: "Markdown",
    endings: [".md", ".markdown"],
    mediaType: "text/markdown; charset=utf-8",
    says: "Plain text with signs, for other programs and for version control. Pictures are inside.",
    filesBeside: true,
    lossless: true,
  },
  text: {
    label: "Plain text",
    called: "plain text",
    endings: [".txt", ".text"],
    mediaType: "text/plain; charset=utf-8",
    filesBeside: false,
    lossless: false,
  },
  gaterope: {
    label: "Gate Rope",
    called: ".gaterope.json",
    endings: [".gaterope.json"],
    mediaType: "application/json; charset=utf-8",
    says: "The open form of the document, nothing left out. Bring it in again anywhere.",
    filesBeside: false,
    lossless: true,
  },
};

export const FORMAT_NAMES = Object.keys(FORMATS) as FormatName[];

/** The ending of each format, and more, as a sentence says them: “.html, .md and .txt”. */
export function endingsSaid(more: readonly string[] = []): string {
  return listed([...FORMAT_NAMES.map((name) => FORMATS[name].endings[0]), ...more]);
}

/** What the formats are called, as a sentence says it. */
export function formatsSaid(): string {
  return listed(FORMAT_NAMES.map((name) => FORMATS[name].called));
}

function listed(words: readonly string[]): string {
  return new Intl.ListFormat("en-GB").format(words);
}

/** The format that a file's name tells by its ending, or null. */
export function formatOf(name: string): FormatName | null {
  const lower = name.toLowerCase();
  return FORMAT_NAMES.find((name) => FORMATS[name].endings.some((ending) => lower.endsWith(ending))) ?? null;
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
