import { toBase64 } from "./base64";

/*
 * Text in which bytes are to stand in base64. While it is made a sign stands for them; they come in only as the text is handed out, piece by
 * piece: what a document of photographs comes to fits into no string.
 */

/** Characters of private use (Unicode 16, 23.5); what stands between two of them is the name of contents, by their SHA-256. */
const EDGE = "\uE000";
const PLACEHOLDER = /\uE000([0-9a-f]{64}(?:\.[a-z]+)?)\uE000/;

/** How many bytes are written at once: a whole number of groups of three, which base64 takes together. */
const PIECE = 3 << 18;

/** What stands for bytes that have a name. */
export function placeholderFor(name: string): string {
  return EDGE + name + EDGE;
}

/** A text piece by piece, with the bytes in place of their signs. A sign for which there are none stays: an author may have written it. */
export function* withBytes(
  text: string,
  bytesOf: (name: string) => Uint8Array | undefined,
): Generator<string, void> {
  for (const [i, part] of text.split(PLACEHOLDER).entries()) {
    // The names stand between the parts of the text.
    const bytes = i % 2 === 1 ? bytesOf(part) : undefined;
    if (bytes)
      for (let at = 0; at < bytes.length; at += PIECE) yield toBase64(bytes.subarray(at, at + PIECE));
    else if (part !== "") yield i % 2 === 1 ? placeholderFor(part) : part;
  }
}
