import { unzipSync, type UnzipFileInfo } from "fflate";
import type { DropLog } from "../intake/drop-log";
import { ReadError } from "../intake/read-error";
import type { Archive } from "./archive";
import { EntryGate } from "./entry-gate";

/**
 * The entries of a ZIP archive (ISO/IEC 21320-1) that is in memory. Throws a {@link ReadError} where it is damaged or cut off, and where it goes
 * beyond a limit of {@link EntryGate}.
 */
export function zipArchive(bytes: Uint8Array, dropped: DropLog): Archive {
  const entries = new Map<string, UnzipFileInfo>();
  const gate = new EntryGate(dropped);
  unpacked(bytes, (entry) => {
    const path = gate.admit(entry.name, entry.size, entry.originalSize);
    if (path !== null) entries.set(path, entry);
    return false;
  });
  return {
    paths: [...entries.keys()],
    bytesOf: (path) => {
      const wanted = entries.get(path);
      return wanted ? (unpacked(bytes, (entry) => isSame(entry, wanted))[wanted.name] ?? null) : null;
    },
  };
}

function isSame(entry: UnzipFileInfo, wanted: UnzipFileInfo): boolean {
  return (
    entry.name === wanted.name && entry.size === wanted.size && entry.originalSize === wanted.originalSize
  );
}

function unpacked(bytes: Uint8Array, filter: (entry: UnzipFileInfo) => boolean): Record<string, Uint8Array> {
  try {
    return unzipSync(bytes, { filter });
  } catch (error) {
    if (error instanceof ReadError) throw error;
    throw new ReadError("The archive is damaged or was cut off.");
  }
}
