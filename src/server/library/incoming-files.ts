import { createWriteStream, mkdirSync, mkdtempSync, rmSync } from "node:fs";
import path from "node:path";
import { Readable, Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import { tooLargeMessage } from "@/core/model/too-large";
import { explaining, ServerError } from "../http/errors";

/** A file that came in, where it lies until it is read, and a folder for what comes out of it. */
export interface IncomingFile {
  readonly file: string;
  readonly spool: string;
  /** Takes both away. */
  done(): void;
}

/** Files that are too large to be held in memory, on disk while they are read. */
export class IncomingFiles {
  /** @param folder Where they lie; emptied at the start, for what an ended server left there. */
  constructor(private readonly folder: string) {
    rmSync(folder, { recursive: true, force: true });
  }

  /** Takes a file as it comes. Rejects with a {@link ServerError} where it is larger than it may be, and with the signal's reason where nobody sends any more. */
  async take(
    body: ReadableStream<Uint8Array> | null,
    most: number,
    signal: AbortSignal,
  ): Promise<IncomingFile> {
    return explaining(async () => {
      mkdirSync(this.folder, { recursive: true });
      const own = mkdtempSync(path.join(/* turbopackIgnore: true */ this.folder, "file-"));
      const incoming: IncomingFile = {
        file: path.join(/* turbopackIgnore: true */ own, "file"),
        spool: path.join(/* turbopackIgnore: true */ own, "pictures"),
        done: () => rmSync(own, { recursive: true, force: true }),
      };
      try {
        mkdirSync(incoming.spool);
        const source = body
          ? Readable.fromWeb(body as Parameters<typeof Readable.fromWeb>[0])
          : Readable.from([]);
        await pipeline(source, noMoreThan(most), createWriteStream(incoming.file), { signal });
        return incoming;
      } catch (error) {
        incoming.done();
        throw error;
      }
    });
  }
}

function noMoreThan(most: number): Transform {
  let length = 0;
  return new Transform({
    transform(piece: Uint8Array, _encoding, next) {
      length += piece.length;
      if (length > most) next(new ServerError(413, "too-large", tooLargeMessage("The file", most)));
      else next(null, piece);
    },
  });
}
