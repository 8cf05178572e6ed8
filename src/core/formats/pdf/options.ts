import { z } from "zod";

/** What may be done with a file that has an owner's password. */
const rights = z.strictObject({
  /** None, so that letters blur, or as fine as it is. */
  printing: z.union([z.literal(false), z.enum(["lowResolution", "highResolution"])]),
  modifying: z.boolean(),
  copying: z.boolean(),
  /** Reading aloud, and other tools for who cannot see the file. */
  contentAccessibility: z.boolean(),
});

/** Longer passwords are refused: readers take no more than 127 bytes. */
const password = z
  .string()
  .refine((value) => new TextEncoder().encode(value).length <= 127, "A password may have 127 bytes at most.");

/** Checks the options of a PDF, and fills in what is not given. */
export const pdfOptionsSchema = z.strictObject({
  /** The first and the last page, counted from 1 as they lie on each other. */
  pages: z
    .strictObject({ from: z.int().min(1), to: z.int().min(1) })
    .nullable()
    .default(null),
  /** Levels of headings in the outline beside the pages; 0 for none. */
  outline: z.int().min(0).max(6).default(3),
  openAtContents: z.boolean().default(false),
  title: z.string().max(1_000).default(""),
  author: z.string().max(1_000).default(""),
  subject: z.string().max(2_000).default(""),
  keywords: z.string().max(2_000).default(""),
  /** Quality of pictures, from 30 to 100; 100 keeps them as they are. */
  quality: z.int().min(30).max(100).default(85),
  /** Whether the document in its open form goes along. */
  attachSource: z.boolean().default(false),
  /** With its structure, for readers aloud and for text that is taken out. */
  tagged: z.boolean().default(true),
  /** The owner's password; empty for none. */
  owner: password.default(""),
  rights: rights.default({
    printing: "highResolution",
    modifying: false,
    copying: true,
    contentAccessibility: true,
  }),
  /** The password without which the file does not open; empty for none. */
  opening: password.default(""),
});

export type PdfOptions = z.infer<typeof pdfOptionsSchema>;

/** In words why a file cannot be written so, or null. */
export function optionFault(options: PdfOptions, pages: number): string | null {
  const { pages: range, owner, opening } = options;
  if (range) {
    if (range.from > range.to) return `Page ${range.from} comes after page ${range.to}.`;
    if (range.from > pages) return `There is no page ${range.from}: the document has ${pages}.`;
    if (range.to > pages) return `There is no page ${range.to}: the document has ${pages}.`;
  }
  if (opening && !owner) return "An opening password needs an owner’s password too, which may change it.";
  if (opening && opening === owner) return "The opening password and the owner’s password must differ.";
  return null;
}
