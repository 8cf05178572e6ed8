import { describe, expect, test } from "@jest/globals";
import { unzipSync } from "fflate";
import { placeholderFor, withBytes } from "./bytes-in-text";
import { zipped } from "./zipped";

const A = "a".repeat(64) + ".png";
const B = "b".repeat(64);

describe("bytes in a text", () => {
  const large = Uint8Array.from({ length: 2_000_003 }, (_, i) => (i * 31) % 251);
  const known = new Map([
    [A, large],
    [B, Uint8Array.of(1, 2)],
  ]);

  test("stand there in base64, in pieces none of them long", () => {
    const text = `one ${placeholderFor(A)} two ${placeholderFor(B)}${placeholderFor(A)}`;
    const pieces = [...withBytes(text, (name) => known.get(name))];
    const base64 = btoa(Array.from(large, (byte) => String.fromCharCode(byte)).join(""));
    expect(pieces.join("")).toBe(`one ${base64} two AQI=${base64}`);
    expect(Math.max(...pieces.map(({ length }) => length))).toBeLessThan(2 ** 21);
  });

  test("leave what an author wrote as it is", () => {
    for (const text of ["\uE000", "\uE000\uE000 and \uE000a\uE000", placeholderFor("c".repeat(64)), ""])
      expect([...withBytes(text, (name) => known.get(name))].join("")).toBe(text);
  });
});

test("files are packed piece by piece", () => {
  const bytes = Uint8Array.from({ length: 300_000 }, (_, i) => i % 7);
  const files = [
    { path: "a/b.txt", pieces: [bytes.subarray(0, 100_000), bytes.subarray(100_000)] },
    { path: "none.txt", pieces: [] },
  ];
  const made = [...zipped(files)];
  expect(unzipSync(Uint8Array.from(made.flatMap((piece) => [...piece])))).toEqual({
    "a/b.txt": bytes,
    "none.txt": new Uint8Array(0),
  });
});
