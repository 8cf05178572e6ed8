/**
 * The server's documents: one authority over one database in one data folder, opened once in a process. Knows nothing of
 * an interface or of HTTP beyond the status that an error has.
 */
import "server-only";
import path from "node:path";
import { LOCAL_AUTHOR, type Person } from "@/core/people";
import { ListingThread } from "./library/list-in-thread";
import { DocumentAuthority } from "./documents/document-authority";
import { AcceptedMark, missingFrom, missingMessage, readAccepted } from "./storage/accepted-mark";
import { DATABASE, DatabaseError, openDatabase, type OpenedDatabase } from "./storage/database";
import { FileStore } from "./blobs/file-store";
import { Keeper } from "./storage/keeper";
import { bookFonts } from "./publishing/export-fonts";
import { editionScripts } from "./publishing/edition-scripts";
import { EditionStore } from "./editions/edition-store";
import { FileJobs } from "./publishing/file-jobs";
import { PictureStore } from "./blobs/picture-store";
import { ScreenCopies } from "./blobs/screen-copies";
import { IncomingFiles } from "./library/incoming-files";
import { LibrarySearch } from "./library/search/library-search";
import { SEARCH_DATABASE } from "./library/search/search-database";
import { SearchThreads } from "./library/search/search-threads";
import { readSettings } from "./settings/settings";

declare global {
  var gateRopeAuthority: Promise<DocumentAuthority> | undefined;
  var gateRopeFileJobs: FileJobs | undefined;
  var gateRopeIncomingFiles: IncomingFiles | undefined;
  /** What the start script calls before it ends the process. */
  var gateRopeEnd: (() => Promise<void>) | undefined;
}

/** The authority of this process. Next.js bundles routes apart, so it is kept where all of them see the same one. */
export function authority(): Promise<DocumentAuthority> {
  const { data, acceptLoss } = readSettings(process.env);
  globalThis.gateRopeAuthority ??= openAuthority(data, { acceptLoss }).catch((error: unknown) => {
    globalThis.gateRopeAuthority = undefined;
    throw error;
  });
  return globalThis.gateRopeAuthority;
}

/** Large files on their way into this process. */
export function incomingFiles(): IncomingFiles {
  globalThis.gateRopeIncomingFiles ??= new IncomingFiles(
    path.join(/* turbopackIgnore: true */ readSettings(process.env).data, "incoming"),
  );
  return globalThis.gateRopeIncomingFiles;
}

/** The files that are made in this process to be sent out. */
export function fileJobs(): FileJobs {
  globalThis.gateRopeFileJobs ??= new FileJobs(
    path.join(/* turbopackIgnore: true */ readSettings(process.env).data, "made"),
    {
      pdfThread: threadFile("pdf-thread"),
      archiveThread: threadFile("archive-thread"),
      editionThread: threadFile("edition-thread"),
      fonts: pageFonts(),
      bookFonts: () => bookFonts(process.cwd()),
      editionScripts: () => editionScripts(process.cwd()),
    },
  );
  return globalThis.gateRopeFileJobs;
}

/** The folder of the fonts that pages are laid out with. */
export function pageFonts(): string {
  return path.join(/* turbopackIgnore: true */ process.cwd(), "public", "page-fonts");
}

/**
 * Opens the documents in a data folder. Throws a {@link DatabaseError} where it cannot, and where less is there than was accepted, unless
 * that loss is accepted.
 */
export async function openAuthority(folder: string, { acceptLoss = false } = {}): Promise<DocumentAuthority> {
  const opened = await openDatabase(folder);
  const mark = new AcceptedMark(folder);
  const standing = await versionsIn(opened.db);
  const missing = missingFrom(standing, readAccepted(folder));
  if (missing && !acceptLoss) {
    await opened.db.destroy();
    throw new DatabaseError(
      `${missingMessage(missing)} from the database in ${folder}, as when its -wal file was removed. Put that file back, restore a backup, or start with --accept-loss to go on without them.`,
    );
  }
  mark.reset(standing);
  const database = path.join(/* turbopackIgnore: true */ folder, DATABASE);
  const searching = new SearchThreads(threadFile("search-thread"), {
    database,
    index: path.join(/* turbopackIgnore: true */ folder, SEARCH_DATABASE),
  });
  const listing = new ListingThread(threadFile("listing-thread"), database);
  const documents: DocumentAuthority = new DocumentAuthority(
    opened.db,
    new Keeper(opened, mark, async () => {
      await Promise.all([searching.close(), listing.close()]);
    }),
    new PictureStore(path.join(/* turbopackIgnore: true */ folder, "pictures")),
    new ScreenCopies(path.join(/* turbopackIgnore: true */ folder, "screen-copies")),
    new FileStore(path.join(/* turbopackIgnore: true */ folder, "files"), threadFile("page-count-thread")),
    new EditionStore(path.join(/* turbopackIgnore: true */ folder, "editions")),
    new LibrarySearch(searching, (id) => documents.read(LOCAL_AUTHOR, id)),
    listing,
  );
  return documents;
}

/** The version of each document in the database, also of those that were removed from the shelf. */
async function versionsIn(db: OpenedDatabase["db"]): Promise<Map<string, number>> {
  const rows = await db.selectFrom("documents").select(["id", "version"]).execute();
  return new Map(rows.map(({ id, version }) => [id, version]));
}

/** The built file of a thread. */
function threadFile(name: string): string {
  return path.join(/* turbopackIgnore: true */ process.cwd(), "dist", `${name}.mjs`);
}

export { DocumentAuthority } from "./documents/document-authority";
export { DatabaseError } from "./storage/database";
export { mayBeShown } from "./blobs/media-type";
export { explained, isServerError, ServerError } from "./http/errors";
export { LOCAL_AUTHOR, type Person };
export { readSettings, SettingsError, type Settings } from "./settings/settings";
