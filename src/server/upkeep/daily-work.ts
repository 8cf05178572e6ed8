import { messageOf } from "@/core/thrown";
import type { DailyBackups } from "./daily-backups";

/** How long after the start it begins, in milliseconds: who starts the server wants to write first. */
const FIRST = 60_000;
const EVERY = 60 * 60_000;

/**
 * Does what has to be done once a day while the server runs: a backup, letting go of what has been in the bin for too long, and putting old
 * changes together.
 */
export function workDaily(
  backups: DailyBackups | null,
  purge: () => Promise<unknown>,
  thin: () => Promise<unknown>,
): void {
  const attempt = async (what: string, work: () => Promise<unknown>) => {
    try {
      await work();
    } catch (error) {
      console.error(`gate-rope: ${what}: ${messageOf(error)}`);
    }
  };
  let thinned = "";
  const work = async () => {
    if (backups) await attempt("No backup could be made today", () => backups.makeToday());
    await attempt("The bin could not be looked through", purge);
    const today = new Date().toDateString();
    // It goes through the changes of all documents.
    if (thinned !== today) await attempt("Old changes could not be put together", thin);
    thinned = today;
  };
  setTimeout(() => void work(), FIRST).unref();
  setInterval(() => void work(), EVERY).unref();
}
