/** Open formats in and out. A reader takes bytes and gives a document and what it left out; a writer also promises links. */
export { readFile, type ReadOptions, type ReadResult } from "./read-file";
export { writeFile, type WrittenFile } from "./write-file";
export { zipped, type ToZip } from "./zipped";
export {
  listOfEndings,
  mostBytesOf,
  FORMAT_NAMES,
  FORMATS,
  formatOf,
  isArchiveFormat,
  isTextFormat,
  READ_NAMES,
  TEXT_NAMES,
  WRITTEN_NAMES,
  type FormatName,
  type ReadFormatName,
  type TextFormatName,
} from "./formats";
export type { AskedOption } from "./asked-option";
export type { Archive } from "./archive/archive";
export { EntryGate } from "./archive/entry-gate";
export { whyNoArchive } from "./archive/why-no-archive";
export { ARCHIVE_TOO_LARGE, FILE_TOO_LARGE, LIMITS } from "./intake/limits";
export { DropLog, type Dropped } from "./intake/drop-log";
export { ReadError } from "./intake/read-error";
export type { ImportedChange, ImportedComment, ImportedTalk } from "./intake/talk";
export { firstWordsOf } from "./first-words";
export type { PromisedLink } from "./promised-link";
export type { EmbeddedFont } from "./html";
export { fileNameFor } from "./file-name-for";
export { whatCameIn } from "./came-in";
export type { CameIn, ImportReport } from "./import-report";
