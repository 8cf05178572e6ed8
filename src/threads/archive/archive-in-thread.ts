import type { FileStage } from "@/core/collab";
import { FORMATS } from "@/core/formats/formats";
import { makeInThread, type FileInMaking } from "../make-in-thread";
import type { ArchiveOrder, MadeArchive } from "./messages";

/** A file of a word processor or an e-book being made. */
export type ArchiveInMaking = FileInMaking<MadeArchive>;

/** Writes such a file in a thread of its own and follows its links. Never throws. `thread` is the built thread's file. */
export function archiveInThread(
  thread: string | URL,
  order: ArchiveOrder,
  onStage: (stage: FileStage) => void = () => {},
): ArchiveInMaking {
  return makeInThread(thread, order, `The ${FORMATS[order.format].called} file`, onStage);
}
