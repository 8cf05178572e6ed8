import { describe, expect, test } from "@jest/globals";
import { strToU8, zipSync } from "fflate";
import { unpacked } from "./packed-file";

describe("a file packed with what lies beside it", () => {
  const zip = zipSync({
    "book/pages/one.html": strToU8("one"),
    "book/images/a b.png": strToU8("picture"),
    "own.png": strToU8("own"),
  });

  test("finds by addresses what lies there, and nothing outside of what was packed", () => {
    const { bytes, at } = unpacked(zip, "book/pages/one.html");
    const said = (address: string) => Buffer.from(at(address) ?? "nothing").toString();
    expect(Buffer.from(bytes).toString()).toBe("one");
    expect(said("../images/a%20b.png?v=2#x")).toBe("picture");
    expect(said("../../own.png")).toBe("own");
    for (const other of ["../../../own.png", "/own.png", "/etc/passwd", "%zz", "", "images/a b.png"])
      expect(said(other)).toBe("nothing");
  });

  test("says why it cannot be unpacked", () => {
    expect(() => unpacked(zip, "two.html")).toThrow("not among those that were packed");
    expect(() => unpacked(strToU8("no archive"), "x")).toThrow();
  });
});
