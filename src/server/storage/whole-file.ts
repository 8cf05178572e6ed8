import { renameSync, rmSync } from "node:fs";

/** Where a file is made before it is whole; each process has a place of its own. */
function besideOf(file: string): string {
  return `${file}.${process.pid}.part`;
}

/** Makes a file beside its place, which it takes when it is whole: nobody ever meets half of it. Where making it throws, what stood there stays. */
export function writeWhole<T>(file: string, make: (beside: string) => T): T {
  const beside = besideOf(file);
  try {
    const made = make(beside);
    renameSync(beside, file);
    return made;
  } catch (error) {
    rmSync(beside, { force: true });
    throw error;
  }
}

/** The same for what takes its time. */
export async function makeWhole<T>(file: string, make: (beside: string) => Promise<T>): Promise<T> {
  const beside = besideOf(file);
  try {
    const made = await make(beside);
    renameSync(beside, file);
    return made;
  } catch (error) {
    rmSync(beside, { force: true });
    throw error;
  }
}
