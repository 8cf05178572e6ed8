import { tooLargeMessage } from "@/core/model/too-large";

/** What a file may ask of a reader. A file beyond a limit is refused with the limit named, except for nesting: see there. */
export const LIMITS = {
  /** Size of a file, in bytes. */
  fileBytes: 50 * 1024 * 1024,
  /** Size of a file that is an archive of parts, in bytes: most of it are pictures. */
  archiveBytes: 500 * 1024 * 1024,
  /** Size of all that is packed in a file, in bytes. */
  unpackedBytes: 1_024 * 1024 * 1024,
  /** Paragraphs, list items, cells and other blocks in one document. */
  blocks: 150_000,
  /** Lists and quotations inside each other; what lies deeper is kept at this depth. */
  nesting: 12,
  /** Size of one picture, in bytes. */
  pictureBytes: 20 * 1024 * 1024,
  /** Time for one file, in milliseconds. */
  time: 120_000,
  /** Memory of the reading thread, in MiB. */
  memory: 2_048,
} as const;

export const TOO_MANY_BLOCKS = `The file holds more than ${LIMITS.blocks.toLocaleString("en")} blocks, which is the limit.`;
export const ARCHIVE_TOO_LARGE = tooLargeMessage("The file", LIMITS.archiveBytes);
export const FILE_TOO_LARGE = tooLargeMessage("The file", LIMITS.fileBytes);
