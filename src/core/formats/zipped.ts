import { Zip, ZipDeflate, ZipPassThrough } from "fflate";

/** A file to pack, with its bytes piece by piece. */
export interface ToZip {
  readonly path: string;
  readonly pieces: Iterable<Uint8Array>;
  /** Whether it stands in the archive as it is. */
  readonly stored?: boolean;
}

/** Files as the bytes of one ZIP archive (ISO/IEC 21320-1), piece by piece as somebody takes them. */
export function* zipped(files: Iterable<ToZip>): Generator<Uint8Array<ArrayBuffer>, void> {
  let made: Uint8Array<ArrayBuffer>[] = [];
  const taken = () => {
    const all = made;
    made = [];
    return all;
  };
  const zip = new Zip((error, piece) => {
    if (error) throw error;
    made.push(new Uint8Array(piece));
  });
  for (const { path, pieces, stored } of files) {
    const file = stored ? new ZipPassThrough(path) : new ZipDeflate(path, { level: 4 });
    zip.add(file);
    for (const piece of pieces) {
      file.push(piece);
      yield* taken();
    }
    file.push(new Uint8Array(0), true);
    yield* taken();
  }
  zip.end();
  yield* taken();
}
