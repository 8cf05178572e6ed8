/** Files of word processors and e-books are written, and their links followed, in a thread of their own; for the server and the command line. */
export { archiveOrder } from "./archive-order";
export { archiveInThread, type ArchiveInMaking } from "./archive-in-thread";
export type { ArchiveOrder, ArchiveOutcome, MadeArchive } from "./messages";
