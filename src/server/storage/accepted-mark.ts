import { appendFile, appendFileSync, existsSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { writeWhole } from "./whole-file";

/** The mark's file in a data folder. */
export const ACCEPTED_MARK = "accepted.log";

/** What was accepted is written down within so many milliseconds. */
const GATHERED = 250;
/** A line for a document that was let go of for good. */
const GONE = "-";

/** How many steps of each document were accepted, by its id. */
export type Accepted = ReadonlyMap<string, number>;

/**
 * How much was accepted of each document, noted beside the database after each commit: always a lower bound of what the database
 * has to hold. A database that holds less has lost something, such as its -wal file, and must not be worked on untold.
 *
 * A line is an id and a version; the last one of a document counts. A line that was cut off is passed over.
 */
export class AcceptedMark {
  private readonly noted = new Map<string, number>();
  private timer: ReturnType<typeof setTimeout> | null = null;

  constructor(private readonly folder: string) {}

  /** Notes that a version is on disk. */
  note(id: string, version: number): void {
    this.noted.set(id, version);
    this.timer ??= setTimeout(() => {
      this.timer = null;
      // Without a note the bound is only lower.
      appendFile(this.file, this.lines(), () => {});
    }, GATHERED);
    this.timer.unref();
  }

  /** Notes that documents are let go of for good, before they are: else a start would miss them. */
  letGo(ids: readonly string[]): void {
    for (const id of ids) this.noted.delete(id);
    appendFileSync(this.file, ids.map((id) => `${id} ${GONE}\n`).join(""));
  }

  /** Writes what is not written yet. */
  flush(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    if (this.noted.size > 0) appendFileSync(this.file, this.lines());
  }

  /** Begins again with what the database holds. */
  reset(accepted: Accepted): void {
    const lines = [...accepted].map(([id, version]) => `${id} ${version}\n`).join("");
    writeWhole(this.file, (beside) => writeFileSync(beside, lines));
  }

  private lines(): string {
    const lines = [...this.noted].map(([id, version]) => `${id} ${version}\n`).join("");
    this.noted.clear();
    return lines;
  }

  private get file(): string {
    return path.join(/* turbopackIgnore: true */ this.folder, ACCEPTED_MARK);
  }
}

/** What the mark of a data folder says; empty where there is none. */
export function readAccepted(folder: string): Accepted {
  const file = path.join(/* turbopackIgnore: true */ folder, ACCEPTED_MARK);
  const accepted = new Map<string, number>();
  if (!existsSync(file)) return accepted;
  for (const line of readFileSync(file, "utf8").split("\n").slice(0, -1)) {
    const [, id, version] = /^(\S+) (\d{1,15}|-)$/.exec(line) ?? [];
    if (id === undefined) continue;
    if (version === GONE) accepted.delete(id);
    else accepted.set(id, Number(version));
  }
  return accepted;
}

/** What was accepted and is not there. */
export interface Missing {
  readonly documents: readonly string[];
  /** How many steps of documents that are there. */
  readonly steps: number;
}

/** Compares what was accepted with the versions that stand in the database. */
export function missingFrom(standing: Accepted, accepted: Accepted): Missing | null {
  const documents: string[] = [];
  let steps = 0;
  for (const [id, version] of accepted) {
    const now = standing.get(id);
    if (now === undefined) documents.push(id);
    else steps += Math.max(0, version - now);
  }
  return documents.length > 0 || steps > 0 ? { documents, steps } : null;
}

/** What is missing, in words: “2 changes that were accepted are missing”. */
export function missingMessage({ documents, steps }: Missing): string {
  const counted = (count: number, one: string) => `${count} ${one}${count === 1 ? "" : "s"}`;
  const all = [
    ...(documents.length > 0 ? [counted(documents.length, "document")] : []),
    ...(steps > 0 ? [counted(steps, "change")] : []),
  ].join(" and ");
  const one = documents.length + steps === 1;
  return `${all} that ${one ? "was accepted is" : "were accepted are"} missing`;
}
