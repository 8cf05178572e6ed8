import { authority, DatabaseError, SettingsError } from ".";

/** Opens this process's documents, or ends the process with one line that says why not. */
export async function openOrStop(): Promise<void> {
  try {
    await authority();
  } catch (error) {
    if (!(error instanceof DatabaseError || error instanceof SettingsError)) throw error;
    console.error(`gate-rope: ${error.message}`);
    process.exit(1);
  }
}
