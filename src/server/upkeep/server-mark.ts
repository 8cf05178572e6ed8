import { readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { codeOf } from "@/core/thrown";

const MARK = "server.pid";

/** Marks a data folder as worked on by this process; the mark goes when the process ends. */
export function markServer(folder: string): void {
  const file = path.join(/* turbopackIgnore: true */ folder, MARK);
  writeFileSync(file, String(process.pid));
  process.once("exit", () => {
    if (markedBy(folder) === process.pid) rmSync(file, { force: true });
  });
}

/** The process that works on a data folder, or null. A mark that a killed server left behind does not count. */
export function runningServer(folder: string): number | null {
  const marked = markedBy(folder);
  if (marked === null || marked === process.pid) return null;
  try {
    process.kill(marked, 0);
    return marked;
  } catch (error) {
    // A process of another user cannot be asked, but it is there.
    return codeOf(error) === "EPERM" ? marked : null;
  }
}

function markedBy(folder: string): number | null {
  try {
    return Number(readFileSync(path.join(/* turbopackIgnore: true */ folder, MARK), "utf8")) || null;
  } catch {
    return null;
  }
}
