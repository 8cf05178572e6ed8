import { authority, DatabaseError, type DocumentAuthority, readSettings, SettingsError } from ".";
import path from "node:path";
import { messageOf } from "@/core/thrown";
import { DailyBackups } from "./upkeep/daily-backups";
import { workDaily } from "./upkeep/daily-work";
import { markServer } from "./upkeep/server-mark";

/** Clears what was stored of editions that never became whole, as when the power went. */
function clearHalf({ editions }: DocumentAuthority, started: number): void {
  try {
    editions.sweep(started);
  } catch (error) {
    console.error(`gate-rope: what is left of unfinished editions stays for now: ${messageOf(error)}`);
  }
}

/** Opens this process's documents, or ends the process with one line that says why not. */
export async function openOrStop(): Promise<void> {
  try {
    const documents = await authority();
    globalThis.gateRopeEnd = () => documents.close();
    const { data, backups } = readSettings(process.env);
    markServer(data);
    clearHalf(documents, Date.now());
    const command = path.join(/* turbopackIgnore: true */ process.cwd(), "dist", "gate-rope.mjs");
    workDaily(
      backups === null ? null : new DailyBackups(data, backups, command),
      () => documents.purgeOld(),
      () => documents.thin(),
    );
  } catch (error) {
    if (!(error instanceof DatabaseError || error instanceof SettingsError)) throw error;
    console.error(`gate-rope: ${error.message}`);
    process.exit(1);
  }
}
