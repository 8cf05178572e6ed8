import { unzip, zipSync, type Unzipped } from "fflate";
import type { ChosenFile } from "./coming-files";

/** Files as one ZIP archive, nothing in it pressed together: it goes to the server at once. */
export async function pack(files: readonly ChosenFile[]): Promise<Blob> {
  const entries = await Promise.all(
    files.map(async ({ path, file }) => [path, new Uint8Array(await file.arrayBuffer())] as const),
  );
  return new Blob([zipSync(Object.fromEntries(entries), { level: 0 })]);
}

/** How much may a ZIP archive hold. */
const MAX_BYTES = 1024 * 1024 * 1024;
const MAX_FILES = 20_000;

/** The files that a ZIP archive holds. Throws an Error with words for the author where it is damaged or holds too much. */
export async function unpack(archive: File): Promise<ChosenFile[]> {
  const bytes = new Uint8Array(await archive.arrayBuffer());
  let [sum, count] = [0, 0];
  const files = await new Promise<Unzipped>((done, fail) =>
    unzip(
      bytes,
      {
        filter: ({ originalSize, name }) => {
          if (name.endsWith("/")) return false;
          sum += originalSize;
          return ++count <= MAX_FILES && sum <= MAX_BYTES;
        },
      },
      (error, found) => (error ? fail(new Error("The .zip file is damaged.")) : done(found)),
    ),
  );
  if (count > MAX_FILES || sum > MAX_BYTES)
    throw new Error("The .zip file holds more than 20,000 files or 1 GB, which is the limit.");
  return Object.entries(files).map(([path, content]) => ({
    path,
    file: new File([new Uint8Array(content)], path.split("/").at(-1)!),
  }));
}
