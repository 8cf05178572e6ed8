import { sql, type Kysely } from "kysely";
import { createHash } from "node:crypto";
import type { DocumentIndex } from "@/core/index";
import { type DocumentTarget, knownId, shortened } from "@/core/document";
import { findQuoted, placeKey, libraryOf, type AskedPlace, type KnownLibrary } from "@/core/links";
import type { FlaggedPlace, IncomingLink, ListedPlace } from "@/core/library";
import { z } from "zod";
import { UpToDate } from "./up-to-date";
import { batches } from "../storage/batches";
import type { Tables } from "../storage/tables";
import { listedRows, MAX_LETTERS, type ListedDocument } from "./listed-rows";

/** How many places that have no row are looked for in one go. */
const MAX_SOUGHT_HERE = 20;
const MAX_FOUND = 40;

/**
 * The places of all documents of the shelf, and the links that lead from one document to another. Kept in tables that are brought
 * up to date for what changed when somebody looks.
 */
export class Catalogue {
  private readonly rows: UpToDate;
  /** What was listed of documents in this process, as a digest. */
  private readonly digests = new Map<string, string>();

  constructor(
    private readonly db: Kysely<Tables>,
    private readonly read: (id: string) => Promise<{ index: DocumentIndex; version: number }>,
    /** Lists a document without reading it here; null where it is better done here. */
    private readonly elsewhere: (id: string) => Promise<ListedDocument> | null = () => null,
  ) {
    this.rows = new UpToDate(db, (id) => this.updateOne(id));
  }

  /** What each place is called by now, or that it is not there. */
  async ask(targets: readonly DocumentTarget[]): Promise<Map<string, AskedPlace>> {
    await this.rows.update();
    const documents = [...new Set(targets.map(({ document }) => document))];
    const titles = new Map<string, string>();
    const places = new Map<string, { name: string; anchor: string }>();
    for (const some of batches(documents)) {
      const rows = await this.db
        .selectFrom("documents")
        .select(["id", "title"])
        .where("id", "in", some)
        .where("removed_at", "is", null)
        .execute();
      for (const { id, title } of rows) titles.set(id, title);
    }
    for (const some of batches(targets.flatMap(({ id }) => id ?? []))) {
      const rows = await this.db
        .selectFrom("listed_places")
        .select(["document_id", "place_id", "name", "anchor"])
        .where("place_id", "in", some)
        .execute();
      for (const { document_id, place_id, name, anchor } of rows)
        places.set(`${document_id} ${place_id}`, { name, anchor });
    }
    const answers = new Map<string, AskedPlace>();
    let sought = 0;
    for (const target of targets) {
      const key = placeKey(target);
      const title = titles.get(target.document);
      const place = places.get(key);
      if (title === undefined) answers.set(key, "no-document");
      else if (place) answers.set(key, { title, place: place.name, anchor: place.anchor });
      else if (target.id === undefined && !target.words)
        answers.set(key, { title, place: null, anchor: null });
      else {
        answers.set(key, await this.unlisted(target, title));
        // Looking through a long text takes a while, and others ask as well.
        if (++sought % MAX_SOUGHT_HERE === 0) await new Promise((done) => setImmediate(done));
      }
    }
    return answers;
  }

  /** A place that has no row of its own: a paragraph, or quoted words. */
  private async unlisted(target: DocumentTarget, title: string): Promise<AskedPlace> {
    const { index } = await this.read(target.document);
    const { words, id } = target;
    if (words) {
      const found = findQuoted(index, { kind: "words", ...words });
      return found ? { title, place: `“${found.name}”`, anchor: "", words: found.name } : "no-place";
    }
    const place = id && index.destination(id);
    return place ? { title, place: shortened(place.name, MAX_LETTERS), anchor: "" } : "no-place";
  }

  /** What is known of the places to which links lead. */
  async libraryFor(targets: readonly DocumentTarget[]): Promise<KnownLibrary> {
    return libraryOf(targets.length === 0 ? new Map() : await this.ask(targets));
  }

  /** Places of other documents, and those documents, whose names hold all words; the document changed last first. */
  async find(words: string, except: string): Promise<ListedPlace[]> {
    const pieces = words.toLowerCase().split(/\s+/).filter(Boolean).slice(0, 12);
    if (pieces.length === 0) return [];
    await this.rows.update();
    const documents = await this.db
      .selectFrom("documents")
      .select(["id", "title"])
      .where("removed_at", "is", null)
      .where("id", "!=", except)
      .orderBy("changed_at", "desc")
      .execute();
    const whole = documents
      .filter(({ title }) => pieces.every((piece) => title.toLowerCase().includes(piece)))
      .map(({ id, title }) => ({ document: id, title, id: null, kind: "document", name: title, path: [] }));
    let query = this.db
      .selectFrom("listed_places")
      .innerJoin("documents", "documents.id", "listed_places.document_id")
      .select(["document_id", "title", "place_id", "kind", "name", "path"])
      .where("removed_at", "is", null)
      .where("document_id", "!=", except);
    for (const piece of pieces) query = query.where(sql<boolean>`instr(folded, ${piece}) > 0`);
    const rows = await query
      .orderBy(sql`instr(folded, ${pieces.join(" ")}) = 1`, "desc")
      .orderBy("changed_at", "desc")
      .orderBy("place")
      .limit(MAX_FOUND)
      .execute();
    return [
      ...whole.slice(0, MAX_FOUND / 2),
      ...rows.map((row) => ({
        document: row.document_id,
        title: row.title,
        id: knownId(row.place_id),
        kind: row.kind,
        name: row.name,
        path: pathOf(row.path),
      })),
    ];
  }

  /** The links of other documents that lead to a document or into it. */
  async incoming(id: string): Promise<IncomingLink[]> {
    await this.rows.update();
    const rows = await this.db
      .selectFrom("listed_links")
      .innerJoin("documents", "documents.id", "listed_links.document_id")
      .select(["document_id", "title", "listed_links.words as words", "to_place", "block_id", "start"])
      .where("to_document", "=", id)
      .where("document_id", "!=", id)
      .where("removed_at", "is", null)
      .orderBy("title")
      .orderBy("document_id")
      .execute();
    return rows.map((row) => ({
      document: row.document_id,
      title: row.title,
      words: row.words,
      to: row.to_place === null ? null : knownId(row.to_place),
      block: row.block_id,
      start: row.start,
    }));
  }

  /** The flagged bookmarks of all documents, the earliest date first. */
  async flagged(): Promise<FlaggedPlace[]> {
    await this.rows.update();
    const rows = await this.db
      .selectFrom("listed_places")
      .innerJoin("documents", "documents.id", "listed_places.document_id")
      .select(["document_id", "title", "place_id", "name", "anchor", "path", "note", "due"])
      .where("flagged", "=", 1)
      .where("removed_at", "is", null)
      .orderBy(sql`due = ''`)
      .orderBy("due")
      .orderBy("title")
      .orderBy("place")
      .execute();
    return rows.map((row) => ({
      document: row.document_id,
      title: row.title,
      id: knownId(row.place_id),
      name: row.name,
      anchor: row.anchor,
      path: pathOf(row.path),
      note: row.note,
      due: row.due,
    }));
  }

  private async listed(id: string): Promise<ListedDocument> {
    try {
      const listed = await this.elsewhere(id);
      if (listed) return listed;
    } catch {
      // What cannot be read there is mended where it is read here, or the reason is told.
    }
    const { index, version } = await this.read(id);
    return { version, ...listedRows(index) };
  }

  private async updateOne(id: string): Promise<void> {
    const { version, places, links } = await this.listed(id);
    const digest = createHash("sha256").update(places).update(links).digest("base64");
    await this.db.transaction().execute(async (transaction) => {
      // Most changes are of words that are no part of this.
      if (this.digests.get(id) !== digest) {
        await transaction.deleteFrom("listed_places").where("document_id", "=", id).execute();
        await transaction.deleteFrom("listed_links").where("document_id", "=", id).execute();
        // One statement takes thousands of rows at a fraction of what as many values take.
        await sql`insert into listed_places
          (document_id, place_id, kind, name, folded, anchor, path, place, note, flagged, due)
          select ${id}, value ->> 0, value ->> 1, value ->> 2, value ->> 3, value ->> 4, value ->> 5, key, value ->> 6, value ->> 7, value ->> 8
          from json_each(${places})`.execute(transaction);
        await sql`insert into listed_links (document_id, to_document, to_place, words, block_id, start)
          select ${id}, value ->> 0, value ->> 1, value ->> 2, value ->> 3, value ->> 4
          from json_each(${links})`.execute(transaction);
      }
      await transaction
        .insertInto("listed_documents")
        .values({ document_id: id, version })
        .onConflict((conflict) => conflict.column("document_id").doUpdateSet({ version }))
        .execute();
    });
    this.digests.set(id, digest);
  }
}

/** The titles above a place, as they were stored. */
function pathOf(stored: string): string[] {
  return z.array(z.string()).parse(JSON.parse(stored));
}
