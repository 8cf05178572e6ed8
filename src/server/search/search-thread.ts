/** The thread in which the shelf is searched, with its own way to the database; ended by who asked when it takes too long. */
import type { FoundDocument, Sought } from "@/core/find";
import { answerOrders } from "@/threads";
import { databaseToRead } from "../database-to-read";
import { findInLines } from "./find-in-lines";

answerOrders<Sought, FoundDocument[], never, string>((file) => {
  const db = databaseToRead(file);
  return (sought) => findInLines(db, sought);
});
