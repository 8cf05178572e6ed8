import type { Picture } from "@/core/document";

const DEPRECATED = /\senable-background\s*=\s*(?:"[^"]*"|'[^']*')/g;

/**
 * A picture as a book may carry it: drawings without an attribute that many drawing programs write, that SVG 2 dropped, and that shows
 * nothing in any browser. Checkers of e-books call it an error.
 */
export function bookPicture(picture: Picture): Picture {
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
