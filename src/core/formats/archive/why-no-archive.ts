/** First bytes of other files that are met under the name of an archive (ISO/IEC 21320-1 says those of one). */
const COMPOUND_FILE = [0xd0, 0xcf, 0x11, 0xe0];
const ZIP = [0x50, 0x4b];

/** The name of the stream that holds a document under a password, as it stands in the file. */
const ENCRYPTED = "EncryptedPackage";

/** Why bytes are no archive, in one sentence that says what to do; null where they begin like one. */
export function whyNoArchive(bytes: Uint8Array): string | null {
  if (bytes.length === 0) return "The file is empty.";
  if (beginsWith(bytes, ZIP)) return null;
  if (!beginsWith(bytes, COMPOUND_FILE))
    return "The file is not what its name says: it is no archive of a document. Open it where it was made, and save it again.";
  return holds(bytes, ENCRYPTED)
    ? "The file is protected by a password. Take the protection off where it was made, and import it again."
    : "The file is in the old binary form. Save it as .docx where it was made, and import that.";
}

function beginsWith(bytes: Uint8Array, start: readonly number[]): boolean {
  return start.every((byte, i) => bytes[i] === byte);
}

/** Whether words stand in a file in UTF-16, as the names in its directory do. */
function holds(bytes: Uint8Array, words: string): boolean {
  const pattern = [...words].flatMap((letter) => [letter.charCodeAt(0), 0]);
  for (let at = bytes.indexOf(pattern[0]!); at >= 0; at = bytes.indexOf(pattern[0]!, at + 1))
    if (pattern.every((byte, i) => bytes[at + i] === byte)) return true;
  return false;
}
