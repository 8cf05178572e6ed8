import type { DropLog } from "./drop-log";

/** What a reader is given beside the text, and where it tells what it does. */
export interface ReadContext {
  /** The file's name, for its title and for links to itself. */
  readonly name: string;
  readonly dropped: DropLog;
  /** Told now and then how far reading is, from 0 to 1. */
  readonly progress: (done: number) => void;
  /** Bytes of a picture that lies beside the file, or null where it is not to be had. */
  readonly pictureAt: (address: string) => Uint8Array | null;
}
