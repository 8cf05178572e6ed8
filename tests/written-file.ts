import { DropLog, zipped } from "@/core/formats";
import { zipArchive } from "@/core/formats/archive/zip-archive";
import type { WrittenArchive } from "@/core/formats/office/written-archive";

/** A written file with its parts. */
export function writtenFile({ files, promised }: WrittenArchive) {
  const bytes = new Uint8Array(Buffer.concat([...zipped(files)]));
  const archive = zipArchive(bytes, new DropLog());
  const part = (path: string) => new TextDecoder().decode(archive.bytesOf(path) ?? new Uint8Array());
  return { bytes, promised, archive, part };
}

/** The same file with a part written otherwise, as another program may have left it. */
export function repacked(
  { archive, part }: ReturnType<typeof writtenFile>,
  path: string,
  change: (text: string) => string,
): Uint8Array {
  const parts = archive.paths.map((name) => ({
    path: name,
    pieces: [name === path ? new TextEncoder().encode(change(part(name))) : archive.bytesOf(name)!],
  }));
  return new Uint8Array(Buffer.concat([...zipped(parts)]));
}
