import { gzip } from "node:zlib";
import { promisify } from "node:util";
import type { Kysely } from "kysely";
import type { Node } from "prosemirror-model";
import {
  type AttachedFile,
  createDocument,
  documentJSON,
  type DocumentTarget,
  type Manuscript,
  newId,
  type Picture,
  picturesIn,
  documentTitle,
  UNTITLED,
} from "@/core/document";
import { indexDocument, type DocumentIndex } from "@/core/destinations";
import type { FoundDocument, Sought } from "@/core/find";
import { LOCAL_AUTHOR, may, type DocumentDeed, type Person, type ShelfDeed } from "@/core/people";
import { stepName, type AppendRequest, type LiveEvent, type Presence, type SentSteps } from "@/core/exchange";
import { documentTargets, type AskedPlace, type KnownShelf } from "@/core/links";
import type { FlaggedPlace, IncomingLink, ListedPlace } from "@/core/shelf";
import { summaryOf } from "@/threads/reading";
import type { ImportReport } from "@/core/formats/import-report";
import { messageOf } from "@/core/thrown";
import type { ListingThread } from "./catalogue/list-in-thread";
import { ShelfCatalogue } from "./catalogue/shelf-catalogue";
import { explained, notThere, ServerError } from "./errors";
import type { FileStore } from "./files/file-store";
import { GroupCommit } from "./group-commit";
import { historyOf, type DocumentHistory } from "./history";
import { Thinning } from "./thinning";
import { keepReport, type ReadBefore, type Update } from "./imports";
import { LiveDocuments, type Listener } from "./live-documents";
import { OpenDocument, sent, type Row } from "./open-document";
import type { Keeper } from "./keeper";
import type { PictureStore } from "./picture-store";
import type { ScreenCopies } from "./screen-copies";
import type { BinnedDocument } from "@/contract/bin";
import type { ShelfDocument } from "@/contract/documents";
import type { SearchThreads } from "./search/search-in-thread";
import { ShelfSearch } from "./search/shelf-search";
import { keepPlaces, shelfRows } from "./shelf-rows";
import { StoredDocuments } from "./stored-documents";
import type { Tables } from "./tables";
import { usedContents } from "./used-contents";
import { ownEntry } from "@/core/own-entry";

/** So long a removed document can be put back, in milliseconds. */
export const KEPT_IN_BIN = 30 * 24 * 60 * 60_000;
/** A picture or file may be kept so long before a document holds it, in milliseconds. */
const JUST_BROUGHT = 24 * 60 * 60_000;

/** A request that waits for its turn. */
interface Waiting {
  readonly request: AppendRequest;
  readonly done: (since: SentSteps) => void;
  readonly failed: (error: unknown) => void;
}

const zipped = promisify(gzip);
const STEPS_BETWEEN_SNAPSHOTS = 300;
/** Where many write at once, snapshots of a long document would be all the server does: they are this far apart, in milliseconds … */
const TIME_BETWEEN_SNAPSHOTS = 5_000;
/** … but for so many steps, which are still applied at a glance when the document is opened. */
const MOST_STEPS_BETWEEN_SNAPSHOTS = 1_500;
/** So many documents are held in memory, and so many positions of all of them together: some fifteen of a thousand pages. */
const MOST_OPEN = 100;
const MOST_IN_MEMORY = 40_000_000;
const MOST_STEPS_AT_ONCE = 2_000;

/**
 * The single authority for every document: it checks steps against the schema, appends them in one transaction and only
 * then says that they are kept and tells everyone who has the document open. The newest version is the newest snapshot and
 * the steps after it.
 */
export class DocumentAuthority {
  readonly live = new LiveDocuments();
  private readonly stored: StoredDocuments;
  private readonly commit: GroupCommit;
  /** Documents in memory, the one used last at the end. */
  private readonly open = new Map<string, OpenDocument>();
  private readonly loading = new Map<string, Promise<OpenDocument>>();
  /** Requests that wait, by document; a document has an entry while it is being worked on. */
  private readonly waiting = new Map<string, Waiting[]>();
  /** Version of the newest snapshot of each open document, and when it was taken; 0 where that was before it was opened. */
  private readonly snapshots = new Map<string, { readonly version: number; readonly at: number }>();
  private readonly snapshotsUnderWay = new Set<string>();
  private readonly search: ShelfSearch;
  private readonly catalogue: ShelfCatalogue;

  constructor(
    private readonly db: Kysely<Tables>,
    private readonly keeper: Keeper,
    readonly pictures: PictureStore,
    readonly screenCopies: ScreenCopies,
    readonly files: FileStore,
    searching: SearchThreads,
    listing: ListingThread,
  ) {
    this.stored = new StoredDocuments(db);
    this.commit = new GroupCommit(db);
    const read = async (id: string) => {
      const { index, version } = await this.load(id);
      return { doc: index.doc, version };
    };
    this.search = new ShelfSearch(db, read, searching);
    this.catalogue = new ShelfCatalogue(
      db,
      (id) => this.load(id),
      // Of what is open here the index is at hand.
      (id) => (this.open.has(id) ? null : listing.list(id)),
    );
  }

  /**
   * Lets a person do something, or throws a {@link ServerError}: what one may not read is not there, for it is not told that it is.
   */
  allow(person: Person, ...asked: [ShelfDeed] | [DocumentDeed, document: string]): void {
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
  async list(person: Person, most?: number): Promise<ShelfDocument[]> {
    this.allow(person, "look");
    await this.countAnew();
    return shelfRows(this.db, most);
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
    await writing(() => keepPlaces(this.db, ids));
  }

  /** Where something stands in the documents of the shelf. Throws a SoughtError for what cannot be sought. */
  async find(person: Person, sought: Sought, signal?: AbortSignal): Promise<FoundDocument[]> {
    this.allow(person, "look");
    return this.search.find(sought, signal);
  }

  /** What places of other documents are called by now, by their keys. What one may not read is not there. */
  async askPlaces(person: Person, targets: readonly DocumentTarget[]): Promise<Map<string, AskedPlace>> {
    this.allow(person, "look");
    return this.catalogue.ask(targets);
  }

  /** Places of all documents but one whose names hold some words. */
  async findPlaces(person: Person, words: string, except: string): Promise<ListedPlace[]> {
    this.allow(person, "look");
    return this.catalogue.find(words, except);
  }

  /** The bookmarks of all documents to which one is to come back. */
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
  async shelfFor(person: Person, index: DocumentIndex): Promise<KnownShelf> {
    this.allow(person, "look");
    return this.catalogue.shelfFor(documentTargets(index));
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
    await writing(async () => {
      this.keepBeside(read);
      await this.commit.write(async (transaction) => {
        signal?.throwIfAborted();
        await transaction
          .insertInto("documents")
          .values({ id, ...read.summary, version: 0, created_at: now, changed_at: now, removed_at: null })
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
    await writing(async () => this.keepBeside(read));
    const client = `import-${newId()}`;
    const numbered = steps.map((step, i) => ({ number: i + 1, step }));
    const sent =
      steps.length > 0 ? await this.takeSteps(id, { version, client, name: author, steps: numbered }) : null;
    const reached = version + (sent?.steps.length ?? 0);
    if (read.report) await writing(() => keepReport(this.db, id, reached, read.report!));
  }

  private keepBeside({
    pictures = new Map(),
    files = new Map(),
  }: Pick<ReadBefore, "pictures" | "files">): void {
    for (const picture of pictures.values()) this.pictures.keep(picture);
    this.files.keepAll(files);
  }

  async remove(person: Person, id: string): Promise<void> {
    await this.mark(person, id, Date.now());
    this.open.delete(id);
    this.live.tellRemoved(id);
  }

  /** Puts a removed document back on the shelf. */
  restore(person: Person, id: string): Promise<void> {
    return this.mark(person, id, null);
  }

  private async mark(person: Person, id: string, removedAt: number | null): Promise<void> {
    this.allow(person, "remove", id);
    const done = await writing(() =>
      this.db.updateTable("documents").set({ removed_at: removedAt }).where("id", "=", id).executeTakeFirst(),
    );
    if (done.numUpdatedRows === 0n) throw notThere();
  }

  /** What was removed from the shelf and can still be put back, the latest first. */
  async bin(person: Person): Promise<BinnedDocument[]> {
    this.allow(person, "look");
    return this.db
      .selectFrom("documents")
      .select(["id", "title", "words", "removed_at as removedAt"])
      .where("removed_at", "is not", null)
      .orderBy("removed_at", "desc")
      .$castTo<BinnedDocument>()
      .execute();
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
    const old = (await this.bin(LOCAL_AUTHOR)).filter(({ removedAt }) => now - removedAt > KEPT_IN_BIN);
    await this.purge(old.map(({ id }) => id));
    return old.length;
  }

  /** Puts old changes together, as each document's rule says; answers how many went. */
  thin(now = Date.now()): Promise<number> {
    return writing(() => new Thinning(this.db, this.commit, this.stored).thin(now));
  }

  private async purge(ids: readonly string[]): Promise<void> {
    if (ids.length === 0) return;
    await writing(async () => {
      this.keeper.lettingGo(ids);
      for (const id of ids) {
        this.open.delete(id);
        this.snapshots.delete(id);
        await this.commit.write(async (transaction) => {
          await this.search.letGo(transaction, id);
          // All else that belongs to it goes with the row.
          await transaction.deleteFrom("documents").where("id", "=", id).execute();
        });
      }
    });
    // What stays by a fault only takes room.
    await this.sweep().catch((error: unknown) =>
      console.error(`gate-rope: pictures and files that nothing uses stay for now: ${messageOf(error)}`),
    );
  }

  /** Removes pictures and files that no document uses, in no version that can still be looked at. */
  private async sweep(): Promise<void> {
    const used = await usedContents(this.db);
    // What was just brought is part of no document for a moment.
    const before = Date.now() - JUST_BROUGHT;
    for (const store of [this.pictures, this.files]) store.sweep((name) => used.has(name), before);
    this.screenCopies.sweep((name) => used.has(name));
  }

  /** Keeps a picture; answers its name. */
  async keepPicture(person: Person, picture: Picture): Promise<string> {
    this.allow(person, "add");
    return writing(() => Promise.resolve(this.pictures.keep(picture)));
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
    const open = await this.load(id);
    return { index: open.index, version: open.version };
  }

  /** Title of a document, without reading the rest of it. */
  async title(person: Person, id: string): Promise<string> {
    this.allow(person, "read", id);
    return (await this.stored.standing(id)).title;
  }

  /** Gzip of the JSON of the newest snapshot, as it lies on disk; with the steps after it one has the newest version. */
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
  async manuscript(person: Person, id: string): Promise<Manuscript & { index: DocumentIndex }> {
    const { index } = await this.read(person, id);
    const files = this.files.all(index.registry);
    return { doc: index.doc, pictures: this.pictures.all([...picturesIn(index.doc)]), files, index };
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
    if (request.steps.length > MOST_STEPS_AT_ONCE)
      throw new ServerError(413, "too-many-steps", "These are too many changes at once.");
    return this.takeSteps(id, request);
  }

  private takeSteps(id: string, request: AppendRequest): Promise<SentSteps> {
    return new Promise((done, failed) => {
      const queue = this.waiting.get(id);
      if (queue) queue.push({ request, done, failed });
      else {
        this.waiting.set(id, [{ request, done, failed }]);
        void this.work(id);
      }
    });
  }

  /** The steps after a version; null where they are not there any more. */
  async since(person: Person, id: string, version: number): Promise<SentSteps | null> {
    this.allow(person, "read", id);
    const open = await this.load(id);
    if (version > open.version) return null;
    const steps = await this.between(id, open, version);
    return steps && { version, ledBy: await this.ledBy(id, open, version), steps: steps.map(sent) };
  }

  /** The newest version, and the number of a client's last step in it; 0 where it has none. */
  async readFor(person: Person, id: string, client: string) {
    this.allow(person, "read", id);
    const open = await this.load(id);
    const last = open.lastNumber(client) ?? (await this.stored.lastNumber(id, client, open.version));
    const { doc, version } = open;
    return { doc, version, ledBy: await this.ledBy(id, open, version), last };
  }

  // Those who have it open

  /** Lets a window hear what happens after a version; answers how to stop that. */
  async listen(person: Person, id: string, version: number, listener: Listener): Promise<() => void> {
    this.allow(person, "read", id);
    const held: LiveEvent[] = [];
    let hear: Listener["hear"] = (event) => {
      held.push(event);
    };
    // Joins first, so that nothing is missed between looking back and listening.
    const leave = this.live.join(id, { ...listener, hear: (event) => hear(event) });
    try {
      const since = await this.since(person, id, version);
      listener.hear(since ? { kind: "steps", since } : { kind: "gone" });
      for (const event of held) listener.hear(event);
      hear = (event) => listener.hear(event);
      return leave;
    } catch (error) {
      leave();
      throw error;
    }
  }

  see(person: Person, id: string, presence: Presence): void {
    this.allow(person, "read", id);
    this.live.see(id, presence);
  }

  // History

  async history(person: Person, id: string): Promise<{ version: number } & DocumentHistory> {
    this.allow(person, "read", id);
    const { version } = await this.load(id);
    return { version, ...(await historyOf(this.db, id)) };
  }

  /** Says after how many days the changes of a day are put together; null for never. */
  async keepChanges(person: Person, id: string, days: number | null): Promise<void> {
    this.allow(person, "change", id);
    await this.stored.standing(id);
    await writing(() =>
      this.db.updateTable("documents").set({ kept_days: days }).where("id", "=", id).execute(),
    );
  }

  /** The document as it was in a version. */
  async version(person: Person, id: string, version: number): Promise<Node> {
    this.allow(person, "read", id);
    const open = await this.load(id);
    if (version > open.version) throw new ServerError(404, "no-version", "There is no such version yet.");
    return version === open.version ? open.doc : this.stored.at(id, version);
  }

  /** Gives a version a name, or takes it away with null. */
  async nameVersion(person: Person, id: string, version: number, name: string | null): Promise<void> {
    this.allow(person, "change", id);
    const open = await this.load(id);
    if (version > open.version) throw new ServerError(404, "no-version", "There is no such version yet.");
    await writing(() =>
      this.commit.write(async (transaction) => {
        await transaction
          .deleteFrom("named_versions")
          .where("document_id", "=", id)
          .where("version", "=", version)
          .execute();
        if (name !== null)
          await transaction
            .insertInto("named_versions")
            .values({ document_id: id, version, name, created_at: Date.now() })
            .execute();
      }),
    );
  }

  // The work

  /** Takes in what waits for a document until nothing does, each time all that has come meanwhile. */
  private async work(id: string): Promise<void> {
    for (;;) {
      const group = this.waiting.get(id)!;
      if (group.length === 0) break;
      this.waiting.set(id, []);
      try {
        await this.takeIn(id, group);
      } catch (error) {
        for (const { failed } of group) failed(explained(error));
      }
    }
    this.waiting.delete(id);
  }

  private async takeIn(id: string, group: readonly Waiting[]): Promise<void> {
    const before = await this.load(id);
    let open = before;
    const rows: (Row & { author: string | null })[] = [];
    const taken: { one: Waiting; between: readonly { version: number }[] | null }[] = [];
    for (const one of group) {
      const { request, failed } = one;
      try {
        if (open.lastNumber(request.client) === undefined)
          open = open.withLastNumber(
            request.client,
            await this.stored.lastNumber(id, request.client, open.version),
          );
        const ledBy = request.ledBy && (await this.ledBy(id, open, request.version));
        if (ledBy && ledBy !== request.ledBy)
          throw new ServerError(409, "other-line", "The document went another way since your version.");
        const between = await this.between(id, open, request.version);
        const accepted = open.accept(request, between);
        open = accepted.open;
        rows.push(...accepted.rows.map((row) => ({ ...row, author: request.name ?? null })));
        taken.push({ one, between });
      } catch (error) {
        failed(error);
      }
    }
    if (rows.length > 0)
      try {
        await this.commit.write(async (transaction) => {
          for (let i = 0; i < rows.length; i += ROWS_AT_ONCE)
            await transaction
              .insertInto("steps")
              .values(rows.slice(i, i + ROWS_AT_ONCE).map((row) => rowOf(id, row)))
              .execute();
          await transaction
            .updateTable("documents")
            .set({
              version: open.version,
              changed_at: Date.now(),
              title: documentTitle(open.doc) || UNTITLED,
            })
            .where("id", "=", id)
            .execute();
        });
      } catch (error) {
        for (const { one } of taken) one.failed(explained(error));
        return;
      }
    if (rows.length > 0) this.keeper.committed(id, open.version);
    this.put(id, open);
    for (const { one } of taken) {
      const { version } = one.request;
      const steps = await this.between(id, open, version);
      one.done({ version, ledBy: open.ledBy(version), steps: (steps ?? []).map(sent) });
    }
    if (rows.length > 0)
      this.live.tellSteps(id, {
        version: before.version,
        ledBy: before.ledBy(before.version),
        steps: rows.map(sent),
      });
    if (this.needsSnapshot(id, open)) void this.takeSnapshot(id, open);
  }

  private needsSnapshot(id: string, open: OpenDocument): boolean {
    const { version, at } = this.snapshots.get(id) ?? { version: 0, at: 0 };
    const steps = open.version - version;
    return (
      steps >= STEPS_BETWEEN_SNAPSHOTS &&
      (steps >= MOST_STEPS_BETWEEN_SNAPSHOTS || Date.now() - at >= TIME_BETWEEN_SNAPSHOTS)
    );
  }

  private async between(id: string, open: OpenDocument, version: number) {
    if (version > open.version) return [];
    return open.stepsSince(version) ?? (await this.stored.stepsAfter(id, version, open.version));
  }

  /** The name of the step that led to a version; undefined where there is none, or it is not there any more. */
  private async ledBy(id: string, open: OpenDocument, version: number): Promise<string | undefined> {
    if (version <= 0 || version > open.version) return undefined;
    const known = open.ledBy(version);
    if (known) return known;
    const [step] = (await this.stored.stepsAfter(id, version - 1, version)) ?? [];
    return step && stepName(step);
  }

  /** Beside the work: steps are kept already, a snapshot only shortens the way to them. */
  private async takeSnapshot(id: string, open: OpenDocument): Promise<void> {
    if (this.snapshotsUnderWay.has(id)) return;
    this.snapshotsUnderWay.add(id);
    try {
      await this.stored.keepSnapshot(id, open.version, open.doc);
      this.snapshots.set(id, { version: open.version, at: Date.now() });
    } catch (error) {
      console.error(`gate-rope: no snapshot of ${id} could be taken now: ${messageOf(error)}`);
    } finally {
      this.snapshotsUnderWay.delete(id);
    }
  }

  private async load(id: string): Promise<OpenDocument> {
    const known = this.open.get(id);
    if (known) {
      this.put(id, known);
      return known;
    }
    const under = this.loading.get(id);
    if (under) return under;
    const loading = this.stored.load(id).then(({ doc, version, snapshot, stepsSince }) => {
      const open = OpenDocument.of(doc, version, stepsSince);
      this.snapshots.set(id, { version: snapshot, at: 0 });
      this.put(id, open);
      return open;
    });
    this.loading.set(id, loading);
    try {
      return await loading;
    } finally {
      this.loading.delete(id);
    }
  }

  /** Keeps a document in memory and puts the least used away; what has not been counted is counted from disk later. */
  private put(id: string, open: OpenDocument): void {
    this.open.delete(id);
    this.open.set(id, open);
    let size = 0;
    for (const { doc } of this.open.values()) size += doc.content.size;
    for (const [oldest, { doc }] of this.open) {
      if (oldest === id || (this.open.size <= MOST_OPEN && size <= MOST_IN_MEMORY)) break;
      if (this.waiting.has(oldest)) break;
      size -= doc.content.size;
      this.open.delete(oldest);
      this.snapshots.delete(oldest);
    }
  }

  /** Counts words, sections and links adrift of documents that changed since they were counted. */
  private async countAnew(): Promise<void> {
    const stale = await this.db
      .selectFrom("documents")
      .select("id")
      .whereRef("summed_version", "<", "version")
      .where("removed_at", "is", null)
      .execute();
    for (const { id } of stale)
      try {
        const { index, version } = await this.load(id);
        await this.db
          .updateTable("documents")
          .set({ ...summaryOf(index), summed_version: version })
          .where("id", "=", id)
          .execute();
      } catch (error) {
        // The shelf shows older counts then; nothing is lost.
        console.error(`gate-rope: document ${id} could not be counted: ${messageOf(error)}`);
      }
  }
}

const ROWS_AT_ONCE = 400;

function rowOf(id: string, row: Row & { author: string | null }) {
  const { version, client, number, author, json, added, removed } = row;
  return {
    document_id: id,
    version,
    client,
    number,
    author,
    step: JSON.stringify(json),
    added,
    removed,
    created_at: Date.now(),
  };
}

async function writing<T>(call: () => Promise<T>): Promise<T> {
  try {
    return await call();
  } catch (error) {
    throw explained(error);
  }
}
