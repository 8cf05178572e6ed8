import { closeSync, openSync, readSync } from "node:fs";
import { StringDecoder } from "node:string_decoder";

const CHUNK = 1 << 20;
/** Longer than any word and any address. */
const BYTES = /([A-Za-z0-9+/]{64})[A-Za-z0-9+/]{2000,}/g;
/** So much is looked at again with what comes next: as much as such a run may be shorter than it has to be. */
const LOOKED_AT_AGAIN = 2_100;

/** A written file but for the bytes that stand in it as base64: no link leads there, and with them it may be longer than a string can be. */
export function wordsOfFile(file: string): string {
  const decoder = new StringDecoder("utf8");
  const chunk = Buffer.alloc(CHUNK);
  const input = openSync(file, "r");
  let words = "";
  let pending = "";
  try {
    for (let length = readSync(input, chunk); length > 0; length = readSync(input, chunk)) {
      pending = (pending + decoder.write(chunk.subarray(0, length))).replace(BYTES, "$1");
      const done = Math.max(0, pending.length - LOOKED_AT_AGAIN);
      words += pending.slice(0, done);
      pending = pending.slice(done);
    }
  } finally {
    closeSync(input);
  }
  return words + pending;
}
