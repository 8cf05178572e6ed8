import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import path from "node:path";
import { pictureName, pictureTypeOf, type Picture, type Pictures } from "@/core/document";
import { ServerError } from "./errors";

/** Pictures beside the database, each once, under the hash of its bytes. */
export class PictureStore {
  constructor(private readonly folder: string) {}

  /** Keeps a picture; answers its name. */
  keep(picture: Picture): string {
    const name = pictureName(picture);
    const file = this.fileOf(name);
    if (existsSync(file)) return name;
    mkdirSync(path.dirname(file), { recursive: true });
    const beside = `${file}.${process.pid}.part`;
    writeFileSync(beside, picture.bytes);
    renameSync(beside, file);
    return name;
  }

  /** A picture by its name, or null. Throws a {@link ServerError} for what is no picture's name. */
  find(name: string): Picture | null {
    const type = pictureTypeOf(name);
    if (!type) throw new ServerError(404, "no-picture", "There is no such picture.");
    try {
      return { type, bytes: new Uint8Array(readFileSync(this.fileOf(name))) };
    } catch {
      return null;
    }
  }

  /** The pictures of these names that are there. */
  all(names: Iterable<string>): Pictures {
    const found = new Map<string, Picture>();
    for (const name of names) {
      const picture = pictureTypeOf(name) ? this.find(name) : null;
      if (picture) found.set(name, picture);
    }
    return found;
  }

  private fileOf(name: string): string {
    return path.join(/* turbopackIgnore: true */ this.folder, name.slice(0, 2), name);
  }
}
