import { sql, type Kysely } from "kysely";
import { pathTo, type DocumentIndex } from "@/core/destinations";
import { shortened, type DestinationId, type DocumentTarget } from "@/core/document";
import { placeKey, shelfOf, type AskedPlace, type KnownShelf } from "@/core/links";
import type { FlaggedPlace, IncomingLink, ListedPlace } from "@/core/shelf";
import { UpToDate } from "../derived/up-to-date";
import type { ListedLinkTable, ListedPlaceTable, Tables } from "../tables";

const ROWS_AT_ONCE = 80;
const MOST_FOUND = 40;
const MOST_LETTERS = 500;

/**
 * The places of all documents of the shelf, and the links that lead from one document to another. Kept in tables that are brought
 * up to date for what changed when somebody looks.
 */
export class ShelfCatalogue {
  private readonly rows: UpToDate;

  constructor(
    private readonly db: Kysely<Tables>,
    private readonly read: (id: string) => Promise<{ index: DocumentIndex; version: number }>,
  ) {
    this.rows = new UpToDate(db, "listed_documents", (id) => this.updateOne(id));
  }

  /** What each place is called by now, or that it is not there. */
  async ask(targets: readonly DocumentTarget[]): Promise<Map<string, AskedPlace>> {
    await this.rows.update();
    const documents = [...new Set(targets.map(({ document }) => document))];
    const titles = new Map<string, string>();
    const places = new Map<string, { name: string; anchor: string }>();
    for (const some of slices(documents)) {
      const rows = await this.db
        .selectFrom("documents")
        .select(["id", "title"])
        .where("id", "in", some)
        .where("removed_at", "is", null)
        .execute();
      for (const { id, title } of rows) titles.set(id, title);
    }
    for (const some of slices(targets.flatMap(({ id }) => id ?? []))) {
      const rows = await this.db
        .selectFrom("listed_places")
        .select(["document_id", "place_id", "name", "anchor"])
        .where("place_id", "in", some)
        .execute();
      for (const { document_id, place_id, name, anchor } of rows)
        places.set(`${document_id} ${place_id}`, { name, anchor });
    }
    const answer = (target: DocumentTarget): AskedPlace => {
      const title = titles.get(target.document);
      if (title === undefined) return "no-document";
      if (target.id === undefined) return { title, place: null, anchor: null };
      const place = places.get(placeKey(target));
      return place ? { title, place: place.name, anchor: place.anchor } : "no-place";
    };
    return new Map(targets.map((target) => [placeKey(target), answer(target)]));
  }

  /** What is known of the places to which links lead. */
  async shelfFor(targets: readonly DocumentTarget[]): Promise<KnownShelf> {
    return shelfOf(targets.length === 0 ? new Map() : await this.ask(targets));
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
      .limit(MOST_FOUND)
      .execute();
    return [
      ...whole.slice(0, MOST_FOUND / 2),
      ...rows.map((row) => ({
        document: row.document_id,
        title: row.title,
        id: row.place_id as DestinationId,
        kind: row.kind,
        name: row.name,
        path: JSON.parse(row.path) as string[],
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
      to: row.to_place as DestinationId | null,
      block: row.block_id,
      start: row.start,
    }));
  }

  /** The bookmarks of all documents to which one is to come back, the earliest date first. */
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
      id: row.place_id as DestinationId,
      name: row.name,
      anchor: row.anchor,
      path: JSON.parse(row.path) as string[],
      note: row.note,
      due: row.due,
    }));
  }

  private async updateOne(id: string): Promise<void> {
    const { index, version } = await this.read(id);
    const places = placesOf(id, index);
    const links = linksOf(id, index);
    await this.db.transaction().execute(async (transaction) => {
      await transaction.deleteFrom("listed_places").where("document_id", "=", id).execute();
      await transaction.deleteFrom("listed_links").where("document_id", "=", id).execute();
      for (const some of slices(places)) await transaction.insertInto("listed_places").values(some).execute();
      for (const some of slices(links)) await transaction.insertInto("listed_links").values(some).execute();
      await transaction
        .insertInto("listed_documents")
        .values({ document_id: id, version })
        .onConflict((conflict) => conflict.column("document_id").doUpdateSet({ version }))
        .execute();
    });
  }
}

function placesOf(document: string, index: DocumentIndex): ListedPlaceTable[] {
  const notes = index.notes.flatMap(({ id }) => (id && index.destination(id)) ?? []);
  return [...index.destinations, ...notes].map((place, i) => {
    const name = shortened(place.name, MOST_LETTERS);
    return {
      document_id: document,
      place_id: place.id,
      kind: place.kind,
      name,
      folded: name.toLowerCase(),
      anchor: index.anchors.of(place.id) ?? "",
      path: JSON.stringify(pathTo(index, place.pos).map((title) => shortened(title, 80))),
      place: i,
      note: place.kind === "bookmark" ? place.note : "",
      flagged: place.kind === "bookmark" && place.followUp ? 1 : 0,
      due: place.kind === "bookmark" ? place.due : "",
    };
  });
}

function linksOf(document: string, index: DocumentIndex): ListedLinkTable[] {
  return index.links.flatMap(({ target, text, from, block }) => {
    if (target.kind !== "document") return [];
    const at = index.blockAt(block);
    return [
      {
        document_id: document,
        to_document: target.document,
        to_place: target.id ?? null,
        words: shortened(text, MOST_LETTERS),
        block_id: (at?.node.attrs.id as string | null | undefined) ?? null,
        start: at ? from - at.pos : 0,
      },
    ];
  });
}

/** SQLite takes only so many values in one statement. */
function slices<T>(all: readonly T[]): T[][] {
  const some: T[][] = [];
  for (let at = 0; at < all.length; at += ROWS_AT_ONCE) some.push(all.slice(at, at + ROWS_AT_ONCE));
  return some;
}
