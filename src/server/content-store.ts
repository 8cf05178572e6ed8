import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import path from "node:path";

/** Bytes in files of a folder beside the database, each content once, under a name that is made from its hash. */
export class ContentStore {
  constructor(private readonly folder: string) {}

  keep(name: string, bytes: Uint8Array): void {
    const file = this.fileOf(name);
    if (existsSync(file)) return;
    mkdirSync(path.dirname(file), { recursive: true });
    const beside = `${file}.${process.pid}.part`;
    writeFileSync(beside, bytes);
    renameSync(beside, file);
  }

  /** Null where there are none of that name, which has to be one that was made here. */
  find(name: string): Uint8Array | null {
    try {
      return new Uint8Array(readFileSync(this.fileOf(name)));
    } catch {
      return null;
    }
  }

  private fileOf(name: string): string {
    return path.join(/* turbopackIgnore: true */ this.folder, name.slice(0, 2), name);
  }
}
