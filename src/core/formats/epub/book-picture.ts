import { PICTURE_TYPES, type Picture, type Pictures } from "@/core/document";
import type { OfficeOptions } from "../office/office-options";
import { packedPicture } from "../office/packed-picture";

/** The pictures that a book shows, by their paths in it. */
export class BookPictures {
  readonly byPath = new Map<string, Picture>();
  private readonly paths = new Map<string, string>();

  constructor(
    private readonly pictures: Pictures,
    private readonly options: OfficeOptions,
  ) {}

  /** The path of a stored picture; empty where it is gone. */
  pathOf(name: string): string {
    const known = this.paths.get(name);
    if (known !== undefined) return known;
    const picture = packedPicture(name, this.pictures, this.options);
    const path = picture ? `pictures/${this.byPath.size + 1}.${PICTURE_TYPES[picture.type]}` : "";
    this.paths.set(name, path);
    if (picture) this.byPath.set(path, bookPicture(picture));
    return path;
  }
}

const DEPRECATED = /\senable-background\s*=\s*(?:"[^"]*"|'[^']*')/g;

/**
 * A picture as a book may carry it: drawings without an attribute that many drawing programs write, that SVG 2 dropped, and that shows
 * nothing in any browser. Checkers of e-books call it an error.
 */
function bookPicture(picture: Picture): Picture {
  if (picture.type !== "image/svg+xml") return picture;
  let text: string;
  try {
    text = new TextDecoder("utf-8", { fatal: true, ignoreBOM: true }).decode(picture.bytes);
  } catch {
    // In another encoding, which stays.
    return picture;
  }
  const plain = text.replace(/<[a-z][^<>]*>/gi, (tag) => tag.replace(DEPRECATED, ""));
  return plain === text ? picture : { type: picture.type, bytes: new TextEncoder().encode(plain) };
}
