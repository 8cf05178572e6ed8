import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex, utf8ToBytes } from "@noble/hashes/utils.js";

/** A file's path with the beginning of its content's hash in its name: what it names never changes, so that it can be kept for ever. */
export function hashedName(path: string, content: string | Uint8Array): string {
  const hash = bytesToHex(sha256(typeof content === "string" ? utf8ToBytes(content) : content)).slice(0, 12);
  return path.replace(/(\.\w+)?$/, (ending) => `-${hash}${ending}`);
}
