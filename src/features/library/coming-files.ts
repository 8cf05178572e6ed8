import { formatOf, FORMATS } from "@/core/formats/formats";
import type { ComingFile } from "./import-file";

/** A file that was chosen or dropped, and where it lies among the others. */
export interface ChosenFile {
  readonly path: string;
  readonly file: File;
}

/** The files of a field in which files or a folder were chosen. */
export function chosenFiles({ files }: HTMLInputElement): ChosenFile[] {
  return [...(files ?? [])].map((file) => ({ path: file.webkitRelativePath || file.name, file }));
}

/** The files that were dropped, also those in folders. */
export async function droppedFiles({ items, files }: DataTransfer): Promise<ChosenFile[]> {
  // They are there only as long as the event is.
  const entries = [...items].flatMap((item) => item.webkitGetAsEntry?.() ?? []);
  if (entries.length === 0) return [...files].map((file) => ({ path: file.name, file }));
  return (await Promise.all(entries.map(filesIn))).flat();
}

async function filesIn(entry: FileSystemEntry): Promise<ChosenFile[]> {
  if (entry instanceof FileSystemFileEntry) {
    const file = await new Promise<File>((done, fail) => entry.file(done, fail));
    return [{ path: entry.fullPath.replace(/^\//, ""), file }];
  }
  if (!(entry instanceof FileSystemDirectoryEntry)) return [];
  const reader = entry.createReader();
  const inside: FileSystemEntry[] = [];
  // They come in parts; the last part is empty.
  for (;;) {
    const some = await new Promise<FileSystemEntry[]>((done, fail) => reader.readEntries(done, fail));
    if (some.length === 0) break;
    inside.push(...some);
  }
  return (await Promise.all(inside.map(filesIn))).flat();
}

const PICTURE = /\.(?:png|jpe?g|gif|webp|svg)$/i;
const ARCHIVE = /\.zip$/i;
/** What lies about in folders and is meant by nobody. */
const HIDDEN = /(?:^|\/)(?:\.|__MACOSX\/|Thumbs\.db$)/;

/**
 * The documents among chosen files, each with the pictures that it may name; what is in .zip files counts as chosen. A file that is
 * neither comes along as well, so that it is said why it is no document; but of folders and archives only documents are wanted.
 */
export async function comingFiles(chosen: readonly ChosenFile[]): Promise<ComingFile[]> {
  const files: (ChosenFile & { readonly wanted: boolean })[] = [];
  for (const one of chosen) {
    const { path, file } = one;
    if (!ARCHIVE.test(path)) files.push({ ...one, wanted: !path.includes("/") });
    else {
      const { unpack } = await import("./packed");
      const inside = await unpack(file).catch(() => null);
      if (inside) files.push(...inside.map((it) => ({ ...it, wanted: false })));
      else files.push({ ...one, wanted: true });
    }
  }
  const seen = files.filter(({ path }) => !HIDDEN.test(path));
  const pictures = seen.filter(({ path }) => PICTURE.test(path));
  const documents = seen.filter(({ path }) => formatOf(path) !== null);
  const others = seen.filter(
    ({ path, wanted }) =>
      wanted && formatOf(path) === null && (!PICTURE.test(path) || documents.length === 0),
  );
  return Promise.all(
    [...documents, ...others].map(async ({ path, file }) => ({
      name: file.name,
      path,
      file,
      beside: await named(path, file, pictures),
    })),
  );
}

/** The pictures whose file names stand in a text that can show pictures. */
async function named(
  path: string,
  file: File,
  pictures: readonly ChosenFile[],
): Promise<readonly ChosenFile[]> {
  const format = formatOf(path);
  if (pictures.length === 0 || !format || format === "text" || FORMATS[format].content !== "text") return [];
  const text = await file.text();
  return pictures.filter(
    ({ file: { name } }) => text.includes(name) || text.includes(encodeURIComponent(name)),
  );
}
