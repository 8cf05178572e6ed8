import { spawn } from "node:child_process";
import { existsSync, mkdirSync, readdirSync, rmSync } from "node:fs";
import path from "node:path";

const NAME = /^gate-rope-(\d{4}-\d{2}-\d{2})\.zip$/;
/** How many are kept. */
export const BACKUPS_KEPT = 7;

/**
 * One backup a day in a folder, the newest seven kept. Each is made by the command line in a process of its own, so that nobody who
 * writes waits for it.
 */
export class DailyBackups {
  private making = false;

  constructor(
    private readonly data: string,
    private readonly folder: string,
    /** The built file of the command line. */
    private readonly command: string,
  ) {}

  /** Makes today's where there is none yet; answers its file, or null where there was nothing to do. Rejects with the reason. */
  async makeToday(now = new Date()): Promise<string | null> {
    const today = dayOf(now);
    if (this.making || this.days().includes(today)) return null;
    this.making = true;
    try {
      mkdirSync(this.folder, { recursive: true });
      const file = path.join(/* turbopackIgnore: true */ this.folder, `gate-rope-${today}.zip`);
      await this.run(["backup", file, "--data", this.data]);
      for (const day of this.days().slice(0, -BACKUPS_KEPT))
        rmSync(path.join(/* turbopackIgnore: true */ this.folder, `gate-rope-${day}.zip`), { force: true });
      return file;
    } finally {
      this.making = false;
    }
  }

  /** The days that have backups, oldest first. */
  days(): string[] {
    if (!existsSync(this.folder)) return [];
    return readdirSync(this.folder)
      .flatMap((name) => NAME.exec(name)?.[1] ?? [])
      .sort();
  }

  private run(words: readonly string[]): Promise<void> {
    return new Promise((done, fail) => {
      const child = spawn(process.execPath, [this.command, ...words], {
        stdio: ["ignore", "ignore", "pipe"],
      });
      let output = "";
      child.stderr.on("data", (piece) => (output += String(piece)));
      child.on("error", fail);
      child.on("exit", (code) =>
        code === 0 ? done() : fail(new Error(output.trim().split("\n").at(-1) || `it ended with ${code}`)),
      );
    });
  }
}

/** The day of a time, where the server is. */
function dayOf(time: Date): string {
  const two = (value: number) => String(value).padStart(2, "0");
  return `${time.getFullYear()}-${two(time.getMonth() + 1)}-${two(time.getDate())}`;
}
