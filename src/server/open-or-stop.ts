import { authority, DatabaseError, readSettings, SettingsError } from ".";
import { markServer } from "./upkeep/server-mark";

/** Opens this process's documents, or ends the process with one line that says why not. */
export async function openOrStop(): Promise<void> {
  try {
    const documents = await authority();
    // The start script ends the process.
    (globalThis as { gateRopeEnd?: () => Promise<void> }).gateRopeEnd = () => documents.close();
    markServer(readSettings(process.env).data);
  } catch (error) {
    if (!(error instanceof DatabaseError || error instanceof SettingsError)) throw error;
    console.error(`gate-rope: ${error.message}`);
    process.exit(1);
  }
}
