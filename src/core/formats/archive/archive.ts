import { ReadError } from "../intake/read-error";

/** The entries of an archive, each unpacked when it is asked for. */
export interface Archive {
  /** Paths of all entries that are files, in the order of the archive. */
  readonly paths: readonly string[];
  /** The bytes of an entry; null where there is none of that path. */
  bytesOf(path: string): Uint8Array | null;
}

/** The bytes of an entry without which a file is nothing. Throws a {@link ReadError} that names it. */
export function neededEntry(archive: Archive, path: string, what: string): Uint8Array {
  const bytes = archive.bytesOf(path);
  if (!bytes) throw new ReadError(`${path} is missing in the file: it is no ${what}, or was cut off.`);
  return bytes;
}

/** A path relative to that of another entry, never above the root of the archive (`../x` in `a/b.xml` is `x`). */
export function pathBeside(path: string, address: string): string {
  const parts = address.startsWith("/") ? [] : path.split("/").slice(0, -1);
  for (const part of address.split("/")) {
    if (part === "..") parts.pop();
    else if (part !== "" && part !== ".") parts.push(part);
  }
  return parts.join("/");
}
