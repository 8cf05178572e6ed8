import path from "node:path";
import { unzipSync } from "fflate";
import { decodeSafely } from "@/core/document";
import { LIMITS } from "@/core/formats";

/** A file that came packed with what lies beside it. */
export interface PackedFile {
  readonly bytes: Uint8Array;
  /** What lies at an address relative to the file, never outside of what was packed; null where nothing does. */
  at(address: string): Uint8Array | null;
}

/** As many bytes may be packed together, unpacked. */
export const MAX_PACKED_BYTES = 4 * LIMITS.fileBytes;

/** Unpacks a file and what lies beside it. Throws an Error with a reason where the ZIP is damaged, too large or does not hold the file. */
export function unpacked(zip: Uint8Array, within: string): PackedFile {
  let sum = 0;
  const files = new Map(
    Object.entries(
      unzipSync(zip, {
        filter: ({ originalSize }) => {
          sum += originalSize;
          if (sum > MAX_PACKED_BYTES) throw new Error("What is packed with the file is too large.");
          return true;
        },
      }),
    ),
  );
  const bytes = files.get(within);
  if (!bytes) throw new Error("The file is not among those that were packed.");
  const folder = path.posix.dirname(within);
  return {
    bytes,
    at: (address) => {
      const own = decodeSafely(address.split(/[?#]/)[0]!);
      return files.get(path.posix.normalize(path.posix.join(folder, own))) ?? null;
    },
  };
}
