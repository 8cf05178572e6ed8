import { closeSync, openSync, readSync } from "node:fs";
import { StringDecoder } from "node:string_decoder";

const CHUNK = 1 << 20;
const RUN = /[A-Za-z0-9+/]+/g;
/** No word and no address is a longer run of such signs. */
const MAX_ATTRIBUTE_LETTERS = 2_000;

/** A written file except for the bytes that stand in it as base64: no link leads there, and with them it may be longer than a string can be. */
export function wordsOfFile(file: string): string {
  const decoder = new StringDecoder("utf8");
  const chunk = Buffer.alloc(CHUNK);
  const input = openSync(file, "r");
  let words = "";
  let pending = "";
  try {
    for (let length = readSync(input, chunk); length > 0; length = readSync(input, chunk)) {
      pending = (pending + decoder.write(chunk.subarray(0, length))).replace(RUN, (run) =>
        run.length > MAX_ATTRIBUTE_LETTERS ? run.slice(0, 64) : run,
      );
      // A run at its end may go on in what comes next.
      const done = Math.max(0, pending.length - MAX_ATTRIBUTE_LETTERS);
      words += pending.slice(0, done);
      pending = pending.slice(done);
    }
  } finally {
    closeSync(input);
  }
  return words + pending;
}
