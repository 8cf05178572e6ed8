import { existsSync, mkdirSync, renameSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";

/** Writes a folder of files beside its place, which it takes when it is whole. Where writing throws, what stood there stays. */
export function writeFolder(folder: string, files: ReadonlyMap<string, string | Uint8Array>): void {
  const place = path.resolve(folder);
  const beside = `${place}.${process.pid}.part`;
  const old = `${place}.${process.pid}.old`;
  try {
    mkdirSync(beside, { recursive: true });
    for (const [name, content] of files) {
      const file = path.join(beside, name);
      mkdirSync(path.dirname(file), { recursive: true });
      writeFileSync(file, content);
    }
    if (existsSync(place)) renameSync(place, old);
    renameSync(beside, place);
  } catch (error) {
    rmSync(beside, { recursive: true, force: true });
    if (existsSync(old) && !existsSync(place)) renameSync(old, place);
    throw error;
  }
  rmSync(old, { recursive: true, force: true });
}
