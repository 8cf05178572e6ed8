import { isKeyOf, keysOf } from "@/core/keys-of";
import { LIMITS } from "./intake/limits";

/** Formats that are read and written as text, by name. */
export type TextFormatName = "markdown" | "html" | "text" | "gaterope";
/** Formats that are an archive of parts, by name. */
export type ArchiveFormatName = "docx" | "odt" | "epub";
/** Formats that are read, by name. */
export type ReadFormatName = TextFormatName | ArchiveFormatName;
/** All formats, by name. */
export type FormatName = ReadFormatName | "pdf";

/** All there is to tell of a format; how those of text are read and written stands in `codecs.ts`, what a command line may ask in `options-asked.ts`. */
export interface Format {
  readonly label: string;
  /** What it is called within a sentence. */
  readonly called: string;
  /** How its files end; the first one is given. */
  readonly endings: readonly [string, ...string[]];
  readonly mediaType: string;
  /** What a file of it is good for, where it is offered to be sent out. */
  readonly says?: string;
  readonly content: "text" | "archive" | "bytes";
  readonly reads: boolean;
  readonly writes: boolean;
  /** Whether attached files lie beside it; else they are in it, or left out. */
  readonly filesBeside: boolean;
  /** Whether a document that goes out comes in again as it was. */
  readonly lossless: boolean;
}

const TEXT = { content: "text", reads: true, writes: true } as const;
const ARCHIVE = { content: "archive", reads: true, writes: true } as const;

export const FORMATS: Record<FormatName, Format> = {
  html: {
    ...TEXT,
    label: "HTML",
    called: "HTML",
    endings: [".html", ".htm", ".xhtml"],
    mediaType: "text/html; charset=utf-8",
    says: "One page with text, looks, pictures and fonts inside. It opens in any browser, on a phone and offline, and prints.",
    filesBeside: true,
    lossless: true,
  },
  markdown: {
    ...TEXT,
    label: "Markdown",
    called: "Markdown",
    endings: [".md", ".markdown"],
    mediaType: "text/markdown; charset=utf-8",
    says: "Plain text with markup, for other programs and for version control. Pictures are inside.",
    filesBeside: true,
    lossless: true,
  },
  text: {
    ...TEXT,
    label: "Plain text",
    called: "plain text",
    endings: [".txt", ".text"],
    mediaType: "text/plain; charset=utf-8",
    filesBeside: false,
    lossless: false,
  },
  gaterope: {
    ...TEXT,
    label: "Gate Rope",
    called: ".gaterope.json",
    endings: [".gaterope.json"],
    mediaType: "application/json; charset=utf-8",
    says: "The open form of the document, nothing left out. Import it again anywhere.",
    filesBeside: false,
    lossless: true,
  },
  docx: {
    ...ARCHIVE,
    label: "Word processor document",
    called: ".docx",
    endings: [".docx", ".docm"],
    says: "For colleagues who write with a word processor: styles, numbers, bookmarks, links and lists are real there, with our page numbers in them.",
    mediaType: "application/vnd.openxmlformats-officedocument.wordprocessingml.document",
    filesBeside: false,
    lossless: true,
  },
  odt: {
    ...ARCHIVE,
    label: "OpenDocument text",
    called: ".odt",
    endings: [".odt"],
    says: "The same in the open format of office suites (ISO 26300).",
    mediaType: "application/vnd.oasis.opendocument.text",
    filesBeside: false,
    lossless: true,
  },
  epub: {
    ...ARCHIVE,
    label: "E-book",
    called: "EPUB",
    endings: [".epub"],
    says: "For readers on phones and reading devices: pages by section, contents, notes, and the page numbers of the print.",
    mediaType: "application/epub+zip",
    filesBeside: false,
    lossless: true,
  },
  pdf: {
    label: "PDF",
    called: "PDF",
    endings: [".pdf"],
    mediaType: "application/pdf",
    says: "The laid-out pages: outline, page numbers and links that are followed before you get the file.",
    content: "bytes",
    reads: false,
    writes: true,
    filesBeside: false,
    lossless: false,
  },
};

export const FORMAT_NAMES = keysOf(FORMATS);
/** Those that are read. */
export const READ_NAMES = FORMAT_NAMES.filter(isReadFormat);
/** Those that are written. */
export const WRITTEN_NAMES = FORMAT_NAMES.filter((name) => FORMATS[name].writes);
/** Those that are read and written as text. */
export const TEXT_NAMES = FORMAT_NAMES.filter(isTextFormat);

/** Those that are an archive of parts. */
export const ARCHIVE_NAMES = FORMAT_NAMES.filter(isArchiveFormat);

/** Whether a format is one of text; asked of words that may be none as well. */
export function isTextFormat(name: string): name is TextFormatName {
  return isKeyOf(FORMATS, name) && FORMATS[name].content === "text";
}

/** Whether a format is an archive of parts that is read; asked of words that may be none as well. */
export function isArchiveFormat(name: string | null): name is ArchiveFormatName {
  return name !== null && isKeyOf(FORMATS, name) && FORMATS[name].content === "archive";
}

/** How large a file of a format may be, in bytes. */
export function mostBytesOf(name: FormatName | null): number {
  return isArchiveFormat(name) ? LIMITS.archiveBytes : LIMITS.fileBytes;
}

/** Whether a format is read. */
export function isReadFormat(name: FormatName): name is ReadFormatName {
  return FORMATS[name].reads;
}

/** The ending of each of some formats, as a sentence says them: “.html, .md and .txt”. */
export function listOfEndings(names: readonly FormatName[]): string {
  return listed(names.map((name) => FORMATS[name].endings[0]));
}

/** What the formats are called that are read, as a sentence says it. */
export function listOfFormats(): string {
  return listed(READ_NAMES.map((name) => FORMATS[name].called));
}

function listed(words: readonly string[]): string {
  return new Intl.ListFormat("en-GB").format(words);
}

/** The format that a file's name tells by its ending, or null. */
export function formatOf(name: string): FormatName | null {
  const lower = name.toLowerCase();
  return FORMAT_NAMES.find((name) => FORMATS[name].endings.some((ending) => lower.endsWith(ending))) ?? null;
}
