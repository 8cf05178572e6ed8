import type { DropLog } from "../intake/drop-log";
import { LIMITS } from "../intake/limits";
import { ReadError } from "../intake/read-error";

/** What an archive may hold. Text that people write shrinks to a tenth or twentieth; what shrinks much more was made to harm. */
const MAX_ENTRIES = 50_000;
const MAX_RATIO = 500;
/** An entry that is no larger than this harms nobody, however well it was packed. */
const HARMLESS_BYTES = 16 * 1024 * 1024;

/**
 * Lets the entries of an archive in, one after the other. Names that lead out of it and names that stand twice are left out and told; what goes
 * beyond a limit is refused.
 */
export class EntryGate {
  private readonly taken = new Set<string>();
  private sum = 0;

  constructor(private readonly dropped: DropLog) {}

  /** The path of an entry that is let in; null for a folder and for one that is left out. Throws a {@link ReadError} that names the limit. */
  admit(name: string, packedBytes: number, bytes: number): string | null {
    const path = name.replaceAll("\\", "/");
    if (path.endsWith("/")) return null;
    if (this.taken.size >= MAX_ENTRIES)
      throw new ReadError(
        `The archive has more than ${MAX_ENTRIES.toLocaleString("en")} entries, the limit.`,
      );
    if (bytes > HARMLESS_BYTES && bytes > packedBytes * MAX_RATIO)
      throw new ReadError(
        `${shortName(path)} in the archive unpacks to more than ${MAX_RATIO} times its size, the limit.`,
      );
    this.sum += bytes;
    if (this.sum > LIMITS.unpackedBytes)
      throw new ReadError(
        `The archive unpacks to more than ${LIMITS.unpackedBytes / 1024 / 1024} MB, the limit.`,
      );
    if (leadsOut(path))
      this.dropped.add("entry whose name leads out of the archive", "Such names are never followed.");
    else if (this.taken.has(path))
      this.dropped.add("entry that stands twice in the archive", "The first one is read.");
    else {
      this.taken.add(path);
      return path;
    }
    return null;
  }
}

function leadsOut(path: string): boolean {
  return path.startsWith("/") || /^[a-z]:/i.test(path) || path.split("/").includes("..");
}

function shortName(name: string): string {
  return name.length > 80 ? `${name.slice(0, 80)}…` : name;
}
