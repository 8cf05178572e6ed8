import { authority, DatabaseError, readSettings, SettingsError } from ".";
import path from "node:path";
import { DailyBackups } from "./upkeep/daily-backups";
import { workDaily } from "./upkeep/daily-work";
import { markServer } from "./upkeep/server-mark";

/** Opens this process's documents, or ends the process with one line that says why not. */
export async function openOrStop(): Promise<void> {
  try {
    const documents = await authority();
    globalThis.gateRopeEnd = () => documents.close();
    const { data, backups } = readSettings(process.env);
    markServer(data);
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
