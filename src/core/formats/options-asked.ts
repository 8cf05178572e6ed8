import type { AskedOption } from "./asked-option";
import type { FormatName } from "./formats";

/** How the options of a PDF are asked for on a command line; see {@link pdfOptionsSchema} for what they are. */
const PDF = [
  { flag: "range", takes: "3-17", says: "only these pages, counted from the first" },
  { flag: "outline", takes: "0-6", says: "levels of headings in the outline (3)" },
  { flag: "open-at-contents", takes: null, says: "opens at the contents list" },
  { flag: "author", takes: "WORDS", says: "who wrote it" },
  { flag: "subject", takes: "WORDS", says: "what it is about" },
  { flag: "keywords", takes: "WORDS", says: "what it is found by" },
  { flag: "quality", takes: "30-100", says: "of pictures (85; 100: as they are)" },
  { flag: "untagged", takes: null, says: "without its structure, which is read aloud" },
  { flag: "attach", takes: "FILE", says: "kept in the PDF, more than once if need be", several: true },
  { flag: "attach-source", takes: null, says: "keeps the document in its open form in it" },
  { flag: "owner", takes: "WORD", says: "owner’s password, which may change all of this" },
  { flag: "opening", takes: "WORD", says: "password without which it does not open" },
  { flag: "allow-missing", takes: null, says: "ends with 0 even if characters have no font" },
  { flag: "allow", takes: "RIGHTS", says: "of print,coarse,change,copy,read (print,copy,read)" },
] as const satisfies readonly AskedOption[];

/** How the options are asked for of a file of a word processor or an e-book. */
const ARCHIVE = [
  { flag: "clean", takes: null, says: "without what only Gate Rope reads: names, ids, settings" },
] as const satisfies readonly AskedOption[];

/** What can be asked for of a PDF, by flag: words, several of them, or nothing beside the flag. */
export type PdfAsked = {
  readonly [Option in (typeof PDF)[number] as Option["flag"]]?: Option extends { several: true }
    ? readonly string[]
    : Option["takes"] extends null
      ? boolean
      : string;
};

/** The options for writing each format, in the order of the help. Only the command line asks. */
export const OPTIONS_ASKED: Record<FormatName, readonly AskedOption[]> = {
  html: [],
  markdown: [],
  text: [],
  gaterope: [],
  docx: ARCHIVE,
  odt: ARCHIVE,
  epub: ARCHIVE,
  pdf: PDF,
};
