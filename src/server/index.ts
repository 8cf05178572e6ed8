/**
 * The server's documents: one authority over one database in one data folder, opened once in a process. Knows nothing of
 * an interface or of HTTP beyond the status that an error has.
 */
import path from "node:path";
import { ListingThread } from "./catalogue/list-in-thread";
import { DocumentAuthority } from "./document-authority";
import { DATABASE, openDatabase } from "./database";
import { FileStore } from "./files/file-store";
import { PdfJobs } from "./pdf-jobs";
import { PictureStore } from "./picture-store";
import { SearchThreads } from "./search/search-in-thread";
import { readSettings } from "./settings";

const place = globalThis as typeof globalThis & {
  gateRopeAuthority?: Promise<DocumentAuthority>;
  gateRopePdfJobs?: PdfJobs;
};

/** The authority of this process. Next.js bundles routes apart, so it is kept where all of them see the same one. */
export function authority(): Promise<DocumentAuthority> {
  place.gateRopeAuthority ??= openAuthority(readSettings(process.env).data).catch((error: unknown) => {
    delete place.gateRopeAuthority;
    throw error;
  });
  return place.gateRopeAuthority;
}

/** The PDF files that are made in this process. */
export function pdfJobs(): PdfJobs {
  place.gateRopePdfJobs ??= new PdfJobs(
    path.join(/* turbopackIgnore: true */ readSettings(process.env).data, "made"),
    threadFile("pdf-thread"),
    pageFonts(),
  );
  return place.gateRopePdfJobs;
}

/** The folder of the fonts that pages are laid out with. */
export function pageFonts(): string {
  return path.join(/* turbopackIgnore: true */ process.cwd(), "public", "page-fonts");
}

/** Opens the documents in a data folder. */
export async function openAuthority(folder: string): Promise<DocumentAuthority> {
  return new DocumentAuthority(
    await openDatabase(folder),
    new PictureStore(path.join(/* turbopackIgnore: true */ folder, "pictures")),
    new FileStore(path.join(/* turbopackIgnore: true */ folder, "files"), threadFile("page-count-thread")),
    new SearchThreads(threadFile("search-thread"), path.join(/* turbopackIgnore: true */ folder, DATABASE)),
    new ListingThread(threadFile("listing-thread"), path.join(/* turbopackIgnore: true */ folder, DATABASE)),
  );
}

/** The built file of a thread. */
function threadFile(name: string): string {
  return path.join(/* turbopackIgnore: true */ process.cwd(), "dist", `${name}.mjs`);
}

export { DocumentAuthority, type ShelfEntry } from "./document-authority";
export type { PdfJob } from "./pdf-jobs";
export { DatabaseError } from "./database";
export { fileTooLarge } from "./files/file-store";
export { mayBeShown } from "./files/media-type";
export { isServerError, ServerError } from "./errors";
export { LOCAL_AUTHOR, type Person } from "./person";
export { readSettings, SettingsError, type Settings } from "./settings";
