/** The thread in which documents are listed that nobody has open: reading a long one would hold up all who write. */
import { indexDocument } from "@/core/index";
import { answerOrders } from "@/threads";
import { databaseToRead } from "../storage/database-to-read";
import { StoredDocuments } from "../documents/stored-documents";
import { listedRows, type ListedDocument } from "../library/listed-rows";

answerOrders<string, ListedDocument, never, string>((file) => {
  const stored = new StoredDocuments(databaseToRead(file));
  return async (id) => {
    const { doc, version } = await stored.load(id);
    return { version, ...listedRows(indexDocument(doc)) };
  };
});
