/** The thread in which documents are listed that nobody has open: reading a long one would hold up all who write. */
import Database from "better-sqlite3";
import { Kysely, SqliteDialect } from "kysely";
import { parentPort, workerData } from "node:worker_threads";
import { indexDocument } from "@/core/destinations";
import { StoredDocuments } from "../stored-documents";
import type { Tables } from "../tables";
import type { ListingAnswer } from "./list-in-thread";
import { listedRows } from "./listed-rows";

const database = new Database(workerData as string, { readonly: true });
const stored = new StoredDocuments(new Kysely<Tables>({ dialect: new SqliteDialect({ database }) }));

async function list(id: string): Promise<ListingAnswer> {
  try {
    const { doc, version } = await stored.load(id);
    return { id, version, ...listedRows(indexDocument(doc)) };
  } catch (error) {
    return { id, fault: (error as Error).message };
  }
}

parentPort!.on("message", (id: string) => void list(id).then((answer) => parentPort!.postMessage(answer)));
