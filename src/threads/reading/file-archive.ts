import { closeSync, openSync, readSync } from "node:fs";
import { promisify } from "node:util";
import { inflateRawSync } from "node:zlib";
import { fromFd, type Entry, type Options, type ZipFile } from "yauzl";
import { EntryGate, ReadError, whyNoArchive, type Archive, type DropLog } from "@/core/formats";

const openArchive = promisify<number, Options, ZipFile>(fromFd);

/** An archive on disk, which has to be closed. */
export interface FileArchive extends Archive {
  close(): void;
}

const STORED = 0;
const DEFLATED = 8;
/** Length of what stands before an entry's name (ISO/IEC 21320-1: APPNOTE 4.3.7), and where the lengths of name and further fields stand in it. */
const LOCAL_HEADER = 30;

/**
 * The entries of a ZIP archive on disk, each read when it is asked for, so that memory holds one at a time. Throws a {@link ReadError} where it is
 * damaged, cut off or goes beyond a limit.
 */
export async function fileArchive(file: string, dropped: DropLog): Promise<FileArchive> {
  const handle = openSync(file, "r");
  try {
    const start = Buffer.alloc(1024 * 1024);
    const why = whyNoArchive(start.subarray(0, readSync(handle, start, 0, start.length, 0)));
    if (why) throw new ReadError(why);
    const entries = await entriesOf(handle, dropped);
    return {
      paths: [...entries.keys()],
      bytesOf: (path) => {
        const entry = entries.get(path);
        return entry ? bytesOf(handle, entry, path) : null;
      },
      close: () => closeSync(handle),
    };
  } catch (error) {
    closeSync(handle);
    throw error instanceof ReadError ? error : new ReadError("The archive is damaged or was cut off.");
  }
}

/** The entries that are let in, by path. */
async function entriesOf(handle: number, dropped: DropLog): Promise<Map<string, Entry>> {
  // Names are decoded and judged here: one that leads out is no reason not to read the others.
  const archive = await openArchive(handle, { lazyEntries: true, autoClose: false, decodeStrings: false });
  const gate = new EntryGate(dropped);
  const entries = new Map<string, Entry>();
  await new Promise<void>((done, fail) => {
    archive.on("error", fail).on("end", done);
    archive.on("entry", (entry: Entry) => {
      try {
        const name = new TextDecoder().decode(entry.fileName as unknown as Uint8Array);
        const path = gate.admit(name, entry.compressedSize, entry.uncompressedSize);
        if (path !== null) entries.set(path, entry);
        archive.readEntry();
      } catch (error) {
        fail(error as Error);
      }
    });
    archive.readEntry();
  });
  return entries;
}

function bytesOf(handle: number, entry: Entry, path: string): Uint8Array {
  const damaged = () => new ReadError(`${path} in the archive is damaged.`);
  const header = Buffer.alloc(LOCAL_HEADER);
  if (readSync(handle, header, 0, LOCAL_HEADER, entry.relativeOffsetOfLocalHeader) < LOCAL_HEADER)
    throw damaged();
  const from =
    entry.relativeOffsetOfLocalHeader + LOCAL_HEADER + header.readUInt16LE(26) + header.readUInt16LE(28);
  const packed = Buffer.alloc(entry.compressedSize);
  if (readSync(handle, packed, 0, packed.length, from) < packed.length) throw damaged();
  if (entry.compressionMethod === STORED) return packed;
  if (entry.compressionMethod !== DEFLATED)
    throw new ReadError(
      `${path} in the archive is packed in a way that is not known, or is under a password.`,
    );
  try {
    // What an entry says of its size is a limit: it may say less than there is.
    return inflateRawSync(packed, { maxOutputLength: Math.max(entry.uncompressedSize, 1) });
  } catch {
    throw damaged();
  }
}
