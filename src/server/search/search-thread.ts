/** The thread in which the shelf is searched, with its own way to the database; ended by who asked when it takes too long. */
import Database from "better-sqlite3";
import { Kysely, SqliteDialect } from "kysely";
import { parentPort, workerData } from "node:worker_threads";
import { isSoughtError, type Sought } from "@/core/find";
import type { Tables } from "../tables";
import { findInLines } from "./find-in-lines";
import type { SearchAnswer } from "./search-in-thread";

const database = new Database(workerData as string, { readonly: true });
const db = new Kysely<Tables>({ dialect: new SqliteDialect({ database }) });

async function answer(sought: Sought): Promise<SearchAnswer> {
  try {
    return { documents: await findInLines(db, sought) };
  } catch (error) {
    return { fault: (error as Error).message, ofSought: isSoughtError(error) };
  }
}

parentPort!.on("message", (sought: Sought) => void answer(sought).then((it) => parentPort!.postMessage(it)));
