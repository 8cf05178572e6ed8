/** Open formats in and out. A reader takes bytes and gives a document and what it left out; a writer also promises links. */
export { readFile, type ReadOptions, type ReadResult } from "./read-file";
export { writeFile, type WrittenFile } from "./write-file";
export { zipped, type ToZip } from "./zipped";
export {
  listOfEndings,
  FORMAT_NAMES,
  FORMATS,
  formatOf,
  isTextFormat,
  READ_NAMES,
  type FormatName,
  type TextFormatName,
} from "./formats";
export type { AskedOption } from "./asked-option";
export { FILE_TOO_LARGE, LIMITS } from "./intake/limits";
export type { Dropped } from "./intake/drop-log";
export { firstWordsOf } from "./first-words";
export type { PromisedLink } from "./promised-link";
export type { EmbeddedFont } from "./html";
export { fileNameFor } from "./file-name-for";
export { whatCameIn } from "./came-in";
export type { CameIn, ImportReport } from "./import-report";
