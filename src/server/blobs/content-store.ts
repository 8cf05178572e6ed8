import { createHash } from "node:crypto";
import {
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  readSync,
  rmSync,
  statSync,
  utimesSync,
  writeSync,
} from "node:fs";
import path from "node:path";
import { codeOf } from "@/core/thrown";
import { writeWhole } from "../storage/whole-file";

/**
 * Files beside the database, each content once, under a name that begins with the SHA-256 of its bytes. What was kept is on disk,
 * file and folder, before that is said; what is read is compared with its name.
 */
export class ContentStore {
  constructor(readonly folder: string) {}

  keep(name: string, bytes: Uint8Array): void {
    // A power cut may have left an empty file under the name.
    const file = this.fileOf(name);
    if (this.find(name)) {
      // A sweep that runs just now must not take what somebody is about to use.
      utimesSync(file, new Date(), new Date());
      return;
    }
    const parent = path.dirname(file);
    makeFolder(parent);
    writeWhole(file, (beside) => {
      const out = openSync(beside, "w");
      try {
        for (let at = 0; at < bytes.length;) at += writeSync(out, bytes, at);
        fsyncSync(out);
      } finally {
        closeSync(out);
      }
    });
    syncFolder(parent);
  }

  /** Null where there are none of that name, which has to be one that was made here, or where they are not those it tells. */
  find(name: string): Uint8Array | null {
    const bytes = this.read(name);
    return bytes && hashOf(bytes) === name.slice(0, HASH_LENGTH) ? bytes : null;
  }

  /** The first bytes of what stands under a name, as they are on disk; null where nothing does. */
  head(name: string, most: number): Uint8Array | null {
    let file: number;
    try {
      file = openSync(this.fileOf(name), "r");
    } catch {
      return null;
    }
    try {
      const bytes = new Uint8Array(most);
      return bytes.subarray(0, readSync(file, bytes, 0, most, 0));
    } finally {
      closeSync(file);
    }
  }

  /** Whether something stands under a name, whole or damaged. */
  has(name: string): boolean {
    return existsSync(this.fileOf(name));
  }

  /** Removes what is not used and was kept before a time, in milliseconds since 1970. */
  sweep(isUsed: (name: string) => boolean, before: number): void {
    if (!existsSync(this.folder)) return;
    for (const entry of readdirSync(this.folder, { recursive: true, withFileTypes: true })) {
      const file = path.join(/* turbopackIgnore: true */ entry.parentPath, entry.name);
      if (entry.isFile() && !isUsed(entry.name) && statSync(file).mtimeMs < before)
        rmSync(file, { force: true });
    }
  }

  private read(name: string): Uint8Array | null {
    try {
      return new Uint8Array(readFileSync(this.fileOf(name)));
    } catch {
      return null;
    }
  }

  /** Where a content is, or would be. */
  fileOf(name: string): string {
    return path.join(/* turbopackIgnore: true */ this.folder, name.slice(0, 2), name);
  }
}

const HASH_LENGTH = 64;

function hashOf(bytes: Uint8Array): string {
  return createHash("sha256").update(bytes).digest("hex");
}

/** Makes a folder and those around it, so that they outlive a power cut as well. */
function makeFolder(folder: string): void {
  if (existsSync(folder)) return;
  const parent = path.dirname(folder);
  makeFolder(parent);
  try {
    mkdirSync(folder);
  } catch (error) {
    if (codeOf(error) !== "EEXIST") throw error;
  }
  syncFolder(parent);
}

function syncFolder(folder: string): void {
  const handle = openSync(folder, "r");
  try {
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
}
