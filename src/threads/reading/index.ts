/** The core's readers run in a thread of their own, with limits on time and memory; for the server and the command line. */
export { readInThread } from "./read-in-thread";
export { MAX_PACKED_BYTES } from "./packed-file";
export { picturesByName, picturesOf } from "./read-pictures";
export { summaryOf } from "./summary";
export type { DocumentSummary, ReadDocument, ReadOutcome } from "./messages";
