/** The thread that searches all documents. It reads the database by itself, and is the only writer of the search index. */
import { answerOrders } from "@/threads";
import { StoredDocuments } from "../documents/stored-documents";
import { openSearchDatabase } from "../library/search/search-database";
import { SearchIndex } from "../library/search/search-index";
import type { SearchAnswer, SearchFiles, SearchOrder } from "../library/search/search-threads";
import { databaseToRead } from "../storage/database-to-read";

answerOrders<SearchOrder, SearchAnswer, never, SearchFiles>(({ database, index }) => {
  const db = databaseToRead(database);
  const stored = new StoredDocuments(db);
  const search = new SearchIndex(openSearchDatabase(index), db, (id) => stored.load(id));
  return async (order) =>
    order.kind === "update"
      ? { kind: "updated", unreadable: await search.update() }
      : { kind: "found", documents: await search.find(order.sought) };
});
