/** Care for a data folder as a whole: backup, restore, and a check that reads all of it. For the command line. */
export { restoreBackup, writeBackup, type Kept } from "./backup";
export { checkFolder, type Checked } from "./check";
export { UpkeepError } from "./upkeep-error";
