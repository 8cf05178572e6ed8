import {
  pictureName,
  pictureTypeOf,
  pixelsOf,
  type Picture,
  type Pictures,
  type PictureSize,
} from "@/core/document";
import { ContentStore } from "./content-store";
import { ServerError } from "../http/errors";

/** How much of a file tells its size; that of a drawing stands in its first element. */
const HEAD_BYTES = 1024 * 1024;

/** Pictures beside the database, each once, under the hash of its bytes. */
export class PictureStore {
  private readonly contents: ContentStore;
  private readonly sizes = new Map<string, PictureSize | null>();

  constructor(folder: string) {
    this.contents = new ContentStore(folder);
  }

  /** Keeps a picture; answers its name. */
  keep(picture: Picture): string {
    const name = pictureName(picture);
    this.contents.keep(name, picture.bytes);
    return name;
  }

  /** A picture by its name, or null. Throws a {@link ServerError} for what is no picture's name. */
  find(name: string): Picture | null {
    const type = pictureTypeOf(name);
    if (!type) throw new ServerError(404, "no-picture", "There is no such picture.");
    const bytes = this.contents.find(name);
    return bytes && { type, bytes };
  }

  /** A picture's width and height in pixels; null for one that is not there or does not say. Read once, since what a name means never changes. */
  sizeOf(name: string): PictureSize | null {
    const before = this.sizes.get(name);
    if (before !== undefined) return before;
    const type = pictureTypeOf(name);
    const bytes = type && this.contents.head(name, HEAD_BYTES);
    const size = bytes ? pixelsOf({ type, bytes }) : null;
    if (bytes) this.sizes.set(name, size);
    return size;
  }

  /** Whether something stands under a picture's name, whole or damaged. */
  has(name: string): boolean {
    return this.contents.has(name);
  }

  /** Removes what is not used and was kept before a time. */
  sweep(isUsed: (name: string) => boolean, before: number): void {
    this.contents.sweep(isUsed, before);
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
}
