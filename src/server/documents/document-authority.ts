import { gzip } from "node:zlib";
import { promisify } from "node:util";
import type { Kysely } from "kysely";
import type { Node } from "prosemirror-model";
import type { BinnedDocument } from "@/contract/bin";
import type { LibraryDocument } from "@/contract/documents";
import type { AppendRequest, LiveEvent, Presence, SentSteps } from "@/core/collab";
import {
  type AttachedFile,
  createDocument,
  documentJSON,
  type DocumentTarget,
  type Manuscript,
  newId,
  type Picture,
  picturesIn,
} from "@/core/document";
import type { FoundDocument, Sought } from "@/core/find";
import type { ImportReport } from "@/core/formats/import-report";
import { indexDocument, type DocumentIndex } from "@/core/index";
import { documentTargets, type AskedPlace, type KnownLibrary } from "@/core/links";
import { ownEntry } from "@/core/own-entry";
import { may, type DocumentDeed, type Person, type LibraryDeed } from "@/core/people";
import type { FlaggedPlace, IncomingLink, ListedPlace } from "@/core/library";
import { summaryOf } from "@/threads/reading";
import type { EditionRecord } from "@/core/editions/manifest";
import { EditionFiles } from "../editions/edition-files";
import type { EditionStore } from "../editions/edition-store";
import type { FileStore } from "../blobs/file-store";
import type { PictureStore } from "../blobs/picture-store";
import type { ScreenCopies } from "../blobs/screen-copies";
import { explaining, noEdition, notThere, ServerError } from "../http/errors";
import { Catalogue } from "../library/catalogue";
import { keepPlaces, libraryRows } from "../library/library-rows";
import type { ListingThread } from "../library/list-in-thread";
import type { LibrarySearch } from "../library/search/library-search";
import { refreshSummaries } from "../library/summaries";
import type { Keeper } from "../storage/keeper";
import type { Tables } from "../storage/tables";
import { AppendQueue } from "./append-queue";
import { Bin, KEPT_IN_BIN } from "./bin";
import { GroupCommit } from "./group-commit";
import { historyOf, nameVersion, type DocumentHistory } from "./history";
import { keepReport, type ReadBefore, type Update } from "./imports";
import { LiveDocuments, type Listener } from "./live-documents";
import { sent } from "./open-document";
import { OpenDocuments } from "./open-documents";
import { Snapshots } from "./snapshots";
import { StoredDocuments } from "./stored-documents";
import { Thinning } from "./thinning";

const zipped = promisify(gzip);
const MAX_STEPS_PER_REQUEST = 2_000;

/**
 * The single authority for every document: it checks steps against the schema, appends them in one transaction and only
 * then says that they are kept and tells everyone who has the document open. The newest version is the newest snapshot and
 * the steps after it.
 */
export class DocumentAuthority {
  readonly live = new LiveDocuments();
  private readonly stored: StoredDocuments;
  private readonly commit: GroupCommit;
  private readonly open: OpenDocuments;
  private readonly appends: AppendQueue;
  private readonly catalogue: Catalogue;
  private readonly deleted: Bin;

  constructor(
    private readonly db: Kysely<Tables>,
    private readonly keeper: Keeper,
    readonly pictures: PictureStore,
    readonly screenCopies: ScreenCopies,
    readonly files: FileStore,
    readonly editions: EditionStore,
    private readonly search: LibrarySearch,
    listing: ListingThread,
  ) {
    this.stored = new StoredDocuments(db);
    this.commit = new GroupCommit(db);
    const snapshots = new Snapshots(this.stored);
    this.open = new OpenDocuments(this.stored, snapshots, (id) => this.appends.isBusy(id));
    this.appends = new AppendQueue(this.commit, keeper, this.live, snapshots, this.open);
    this.catalogue = new Catalogue(
      db,
      (id) => this.open.load(id),
      // The index of an open document is at hand.
      (id) => (this.open.has(id) ? null : listing.list(id)),
    );
    this.deleted = new Bin(db, this.commit, keeper, { pictures, files, screenCopies, editions });
  }

  /**
   * Lets a person do something, or throws a {@link ServerError}: a document that this person may not read is reported as missing.
   */
  allow(person: Person, ...asked: [LibraryDeed] | [DocumentDeed, document: string]): void {
    if (asked.length === 1 ? may(person, asked[0]) : may(person, ...asked)) return;
    if (asked.length === 2 && !may(person, "read", asked[1])) throw notThere();
    throw new ServerError(403, "not-allowed", "You may not do that.");
  }

  /** What people have to know of the state of what is stored, in sentences. */
  get troubles(): readonly string[] {
    return this.keeper.troubles;
  }

  /** Ends the work: all that was accepted is in the database's own file then. */
  async close(): Promise<void> {
    await this.commit.drained();
    await this.keeper.close();
  }

  // The shelf

  /** The documents of the shelf, those changed last first; at most so many where that is said. */
  async list(person: Person, most?: number): Promise<LibraryDocument[]> {
    this.allow(person, "look");
    await refreshSummaries(this.db, (id) => this.open.load(id));
    return libraryRows(this.db, most);
  }

  /** How many documents are on the shelf. */
  async count(person: Person): Promise<number> {
    this.allow(person, "look");
    const { count } = await this.db
      .selectFrom("documents")
      .select(({ fn }) => fn.countAll<number>().as("count"))
      .where("removed_at", "is", null)
      .executeTakeFirstOrThrow();
    return count;
  }

  /** Keeps the order in which an author puts the documents of the shelf. */
  async order(person: Person, ids: readonly string[]): Promise<void> {
    this.allow(person, "add");
    await explaining(() => keepPlaces(this.db, ids));
  }

  /** Where something stands in the documents of the shelf. Throws a SoughtError for what cannot be sought. */
  async find(person: Person, sought: Sought, signal?: AbortSignal): Promise<FoundDocument[]> {
    this.allow(person, "look");
    return this.search.find(sought, signal);
  }

  /** What places of other documents are called by now, by their keys. Documents that this person may not read are missing. */
  async askPlaces(person: Person, targets: readonly DocumentTarget[]): Promise<Map<string, AskedPlace>> {
    this.allow(person, "look");
    return this.catalogue.ask(targets);
  }

  /** Places of all documents but one whose names hold some words. */
  async findPlaces(person: Person, words: string, except: string): Promise<ListedPlace[]> {
    this.allow(person, "look");
    return this.catalogue.find(words, except);
  }

  /** The flagged bookmarks of all documents. */
  async flagged(person: Person): Promise<FlaggedPlace[]> {
    this.allow(person, "look");
    return this.catalogue.flagged();
  }

  /** The links of other documents that lead to a document or into it. */
  async incoming(person: Person, id: string): Promise<IncomingLink[]> {
    this.allow(person, "read", id);
    await this.stored.standing(id);
    return this.catalogue.incoming(id);
  }

  /** What a document is told of the others to which its links lead. */
  async libraryFor(person: Person, index: DocumentIndex): Promise<KnownLibrary> {
    this.allow(person, "look");
    return this.catalogue.libraryFor(documentTargets(index));
  }

  /** Makes a document from nothing or from blocks at hand; answers its id. */
  create(
    person: Person,
    doc: Node = createDocument([]),
    report: ImportReport | null = null,
  ): Promise<string> {
    return this.store(person, { json: documentJSON(doc), summary: summaryOf(indexDocument(doc)), report });
  }

  /**
   * Stores a document that was read and checked elsewhere; answers its id. Rejects with the signal's reason where nobody wants it any more.
   */
  async store(person: Person, read: ReadBefore, signal?: AbortSignal): Promise<string> {
    this.allow(person, "add");
    const id = newId();
    const now = Date.now();
    const body = await zipped(read.json, { level: 4 });
    const { brokenLinks, ...counts } = read.summary;
    await explaining(async () => {
      await this.keepBeside(read);
      await this.commit.write(async (transaction) => {
        signal?.throwIfAborted();
        await transaction
          .insertInto("documents")
          .values({
            id,
            ...counts,
            broken_links: brokenLinks,
            version: 0,
            created_at: now,
            changed_at: now,
            removed_at: null,
          })
          .execute();
        await transaction
          .insertInto("snapshots")
          .values({ document_id: id, version: 0, body, created_at: now })
          .execute();
        if (read.report) await keepReport(transaction, id, 0, read.report);
      });
    });
    this.keeper.committed(id, 0);
    return id;
  }

  /** Updates a document by the steps to which a file led that was read elsewhere. What somebody changed meanwhile stays. */
  async update(person: Person, id: string, { version, steps, author, ...read }: Update): Promise<void> {
    this.allow(person, "change", id);
    await explaining(() => this.keepBeside(read));
    const client = `import-${newId()}`;
    const numbered = steps.map((step, i) => ({ number: i + 1, step }));
    const sent =
      steps.length > 0
        ? await this.appends.append(id, { version, client, name: author, steps: numbered })
        : null;
    const reached = version + (sent?.steps.length ?? 0);
    if (read.report) await explaining(() => keepReport(this.db, id, reached, read.report!));
  }

  private async keepBeside({
    pictures = [],
    files = new Map(),
  }: Pick<ReadBefore, "pictures" | "files">): Promise<void> {
    for (const picture of pictures) {
      this.pictures.keep(picture);
      // Others are served between two of them.
      await new Promise((done) => setImmediate(done));
    }
    this.files.keepAll(files);
  }

  async remove(person: Person, id: string): Promise<void> {
    await this.mark(person, id, Date.now());
    this.open.letGo(id);
    this.live.broadcastRemoved(id);
  }

  /** Puts a removed document back on the shelf. */
  restore(person: Person, id: string): Promise<void> {
    return this.mark(person, id, null);
  }

  private mark(person: Person, id: string, removedAt: number | null): Promise<void> {
    this.allow(person, "remove", id);
    return explaining(() => this.deleted.mark(id, removedAt));
  }

  /** What was removed from the shelf and can still be put back, the latest first. */
  async bin(person: Person): Promise<BinnedDocument[]> {
    this.allow(person, "look");
    return this.deleted.list();
  }

  /** Lets go of documents in the bin for good, of all or of one; what is used by no other goes with them. Answers how many. */
  async emptyBin(person: Person, only?: string): Promise<number> {
    this.allow(person, "let go");
    const ids = (await this.bin(person))
      .map(({ id }) => id)
      .filter((id) => only === undefined || id === only);
    if (only !== undefined && ids.length === 0) throw notThere();
    await this.purge(ids);
    return ids.length;
  }

  /** Lets go of what has been in the bin for too long. */
  async purgeOld(now = Date.now()): Promise<number> {
    const old = (await this.deleted.list()).filter(({ removedAt }) => now - removedAt > KEPT_IN_BIN);
    await this.purge(old.map(({ id }) => id));
    return old.length;
  }

  /** Puts old changes together, as each document's rule says; answers how many went. */
  thin(now = Date.now()): Promise<number> {
    return explaining(() => new Thinning(this.db, this.commit, this.stored).thin(now));
  }

  private purge(ids: readonly string[]): Promise<void> {
    for (const id of ids) this.open.letGo(id);
    return explaining(() => this.deleted.purge(ids));
  }

  /** Keeps a picture; answers its name. */
  async keepPicture(person: Person, picture: Picture): Promise<string> {
    this.allow(person, "add");
    return explaining(() => Promise.resolve(this.pictures.keep(picture)));
  }

  // One document

  /** Keeps a file to be attached to a document. */
  async keepFile(person: Person, id: string, name: string, bytes: Uint8Array): Promise<AttachedFile> {
    this.allow(person, "change", id);
    await this.stored.standing(id);
    return this.files.keep(name, bytes);
  }

  /** The newest version of a document. Throws a {@link ServerError} where there is none. */
  async read(person: Person, id: string): Promise<{ index: DocumentIndex; version: number }> {
    this.allow(person, "read", id);
    const open = await this.open.load(id);
    return { index: open.index, version: open.version };
  }

  /** Title of a document, without reading the rest of it. */
  async title(person: Person, id: string): Promise<string> {
    this.allow(person, "read", id);
    return (await this.stored.standing(id)).title;
  }

  /** Gzip of the JSON of the newest snapshot, as it lies on disk; the steps after it lead to the newest version. */
  async snapshot(person: Person, id: string): Promise<{ version: number; body: Buffer }> {
    this.allow(person, "read", id);
    const stored = await this.stored.newestSnapshot(id);
    if (!stored) throw notThere();
    return stored;
  }

  /** The version of that snapshot. */
  async snapshotVersion(person: Person, id: string): Promise<number> {
    this.allow(person, "read", id);
    const version = await this.stored.newestSnapshotVersion(id);
    if (version === undefined) throw notThere();
    return version;
  }

  /** The newest version with the pictures it holds and the files attached to it. */
  async manuscript(
    person: Person,
    id: string,
  ): Promise<Manuscript & { index: DocumentIndex; version: number }> {
    const { index, version } = await this.read(person, id);
    const files = this.files.all(index.registry);
    return { doc: index.doc, pictures: this.pictures.all([...picturesIn(index.doc)]), files, index, version };
  }

  /** A file attached to a document, with its bytes. Throws a {@link ServerError} where there is none. */
  async attachedFile(
    person: Person,
    id: string,
    file: string,
  ): Promise<AttachedFile & { bytes: Uint8Array }> {
    const { index } = await this.read(person, id);
    const entry = ownEntry(index.registry.files, file);
    const bytes = entry && !entry.removed ? this.files.find(entry.content) : null;
    if (!entry || !bytes) throw new ServerError(404, "no-file", "There is no such file.");
    return { ...entry, bytes };
  }

  /**
   * Accepts steps; answers all steps since the version they build on, theirs among them, once they are on disk. Throws a
   * {@link ServerError}: 409 with the steps in between when they have to be rebased by their author, 410 when those are
   * not there any more, 422 when they do not fit the document.
   */
  async append(person: Person, id: string, request: AppendRequest): Promise<SentSteps> {
    this.allow(person, "change", id);
    if (request.steps.length > MAX_STEPS_PER_REQUEST)
      throw new ServerError(413, "too-many-steps", "These are too many changes at once.");
    return this.appends.append(id, request);
  }

  /** The steps after a version; null where they are not there any more. */
  async since(person: Person, id: string, version: number): Promise<SentSteps | null> {
    this.allow(person, "read", id);
    const open = await this.open.load(id);
    if (version > open.version) return null;
    const steps = await this.open.stepsSince(id, open, version);
    return steps && { version, ledBy: await this.open.ledBy(id, open, version), steps: steps.map(sent) };
  }

  /** The newest version, and the number of a client's last step in it; 0 where it has none. */
  async readFor(person: Person, id: string, client: string) {
    this.allow(person, "read", id);
    const open = await this.open.load(id);
    const last = await this.open.lastNumber(id, open, client);
    const { doc, version } = open;
    return { doc, version, ledBy: await this.open.ledBy(id, open, version), last };
  }

  // Those who have it open

  /** Lets a window hear what happens after a version; answers how to stop that. */
  async listen(person: Person, id: string, version: number, listener: Listener): Promise<() => void> {
    this.allow(person, "read", id);
    const queued: LiveEvent[] = [];
    let onEvent: Listener["onEvent"] = (event) => {
      queued.push(event);
    };
    // Joins first, so that nothing is missed between looking back and listening.
    const leave = this.live.join(id, { ...listener, onEvent: (event) => onEvent(event) });
    try {
      const since = await this.since(person, id, version);
      listener.onEvent(since ? { kind: "steps", since } : { kind: "gone" });
      for (const event of queued) listener.onEvent(event);
      onEvent = (event) => listener.onEvent(event);
      return leave;
    } catch (error) {
      leave();
      throw error;
    }
  }

  updatePresence(person: Person, id: string, presence: Presence): void {
    this.allow(person, "read", id);
    this.live.updatePresence(id, presence);
  }

  // Editions

  /** The editions of a document, the newest first, and the version that stands now. */
  async listEditions(person: Person, id: string): Promise<{ version: number; editions: EditionRecord[] }> {
    this.allow(person, "read", id);
    const { version } = await this.stored.standing(id);
    return { version, editions: [...this.editions.all(id)].reverse() };
  }

  /** Withdraws an edition, or shows it again. Throws a {@link ServerError} where there is none. */
  async withdrawEdition(person: Person, id: string, number: number, withdrawn: boolean): Promise<void> {
    this.allow(person, "change", id);
    await this.stored.standing(id);
    await explaining(() => {
      if (!this.editions.withdraw(id, number, withdrawn ? Date.now() : null)) throw noEdition();
      return Promise.resolve();
    });
  }

  /** The files of an edition with the pages that only lead on, as any web server can hold them. Throws a {@link ServerError} where there is none. */
  async editionFiles(person: Person, id: string, number: number): Promise<EditionFiles> {
    this.allow(person, "read", id);
    await this.stored.standing(id);
    const edition = this.editions.edition(id, number);
    if (!edition) throw noEdition();
    return new EditionFiles(this.editions, edition);
  }

  // History

  async history(person: Person, id: string): Promise<{ version: number } & DocumentHistory> {
    this.allow(person, "read", id);
    const { version } = await this.open.load(id);
    return { version, ...(await historyOf(this.db, id)) };
  }

  /** Says after how many days the changes of a day are put together; null for never. */
  async keepChanges(person: Person, id: string, days: number | null): Promise<void> {
    this.allow(person, "change", id);
    await this.stored.standing(id);
    await explaining(() =>
      this.db.updateTable("documents").set({ kept_days: days }).where("id", "=", id).execute(),
    );
  }

  /** The document as it was in a version. */
  async version(person: Person, id: string, version: number): Promise<Node> {
    this.allow(person, "read", id);
    const open = await this.open.load(id);
    if (version > open.version) throw new ServerError(404, "no-version", "There is no such version yet.");
    return version === open.version ? open.doc : this.stored.at(id, version);
  }

  /** Gives a version a name, or takes it away with null. */
  async nameVersion(person: Person, id: string, version: number, name: string | null): Promise<void> {
    this.allow(person, "change", id);
    const open = await this.open.load(id);
    if (version > open.version) throw new ServerError(404, "no-version", "There is no such version yet.");
    await explaining(() => this.commit.write((transaction) => nameVersion(transaction, id, version, name)));
  }
}
