import { errorOf } from "@/core/thrown";
import { ReadError } from "./read-error";
import { decodeWindows1252, isWindows1252 } from "./windows-1252";

const MAGIC: readonly (readonly [string, readonly number[]])[] = [
  ["a PDF", [0x25, 0x50, 0x44, 0x46]],
  ["a ZIP archive (word processors and e-books are such)", [0x50, 0x4b, 0x03, 0x04]],
  ["a PNG picture", [0x89, 0x50, 0x4e, 0x47]],
  ["a JPEG picture", [0xff, 0xd8, 0xff]],
  ["a GIF picture", [0x47, 0x49, 0x46, 0x38]],
  ["a gzip archive", [0x1f, 0x8b]],
  ["an old word processor file", [0xd0, 0xcf, 0x11, 0xe0]],
  ["rich text (RTF)", [0x7b, 0x5c, 0x72, 0x74, 0x66]],
  ["a program", [0x7f, 0x45, 0x4c, 0x46]],
];

/**
 * The text of a file: UTF-8, or UTF-16 with a byte order mark, or the encoding that `declared` names (as HTML may), or else `otherwise` where its format has
 * one for files that name none. Throws a {@link ReadError} for an empty file, one that is not text, or one in another encoding, with the line.
 */
export function decodeText(
  bytes: Uint8Array,
  declared: string | null = null,
  otherwise: string | null = null,
): string {
  if (bytes.length === 0) throw new ReadError("The file is empty.");
  for (const [what, bytesOfKind] of MAGIC)
    if (bytesOfKind.every((byte, i) => bytes[i] === byte))
      throw new ReadError(`The file is ${what}, not text.`);
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return checked(decodeAs("utf-16le", bytes));
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return checked(decodeAs("utf-16be", bytes));
  if (isBinary(bytes))
    throw new ReadError("The file is binary, not text.", lineOfByte(bytes, bytes.indexOf(0)));
  if (declared && !/^utf-?8$/i.test(declared)) return checked(decodeAs(declared, bytes));
  try {
    return checked(new TextDecoder("utf-8", { fatal: true }).decode(bytes));
  } catch (error) {
    if (error instanceof ReadError) throw error;
    if (otherwise && !declared) return checked(decodeAs(otherwise, bytes));
    throw new ReadError(
      "The text is not in UTF-8, or is cut off inside a character. Save it as UTF-8 and bring it in again.",
      lineOfByte(bytes, firstInvalid(bytes)),
    );
  }
}

/** A text has no zero bytes, or a stray one; in a file of numbers or in UTF-16 without a mark they are many. */
function isBinary(bytes: Uint8Array): boolean {
  let zeros = 0;
  for (let at = bytes.indexOf(0); at >= 0; at = bytes.indexOf(0, at + 1))
    if (++zeros * 100 > bytes.length) return true;
  return false;
}

function decodeAs(encoding: string, bytes: Uint8Array): string {
  if (isWindows1252(encoding)) return decodeWindows1252(bytes);
  try {
    return new TextDecoder(encoding, { fatal: true }).decode(bytes);
  } catch (error) {
    throw new ReadError(
      errorOf(error).name === "RangeError"
        ? `The file says that it is in “${encoding.slice(0, 40)}”, an encoding that is not known.`
        : `The file says that it is in ${encoding.slice(0, 40)}, but its bytes are not.`,
    );
  }
}

function checked(text: string): string {
  if (text.trim() === "") throw new ReadError("The file holds no text.");
  return text;
}

function lineOfByte(bytes: Uint8Array, at: number): number {
  let line = 1;
  for (let i = 0; i < at; i++) if (bytes[i] === 10) line++;
  return line;
}

/** Where UTF-8 is broken, found by halving: a prefix that decodes as a stream holds no error. */
function firstInvalid(bytes: Uint8Array): number {
  let good = 0;
  let bad = bytes.length;
  while (bad - good > 1) {
    const middle = (good + bad) >> 1;
    try {
      new TextDecoder("utf-8", { fatal: true }).decode(bytes.subarray(0, middle), { stream: true });
      good = middle;
    } catch {
      bad = middle;
    }
  }
  return good;
}
