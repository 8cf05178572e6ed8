import { describe, expect, test } from "@jest/globals";
import { strToU8, zipSync } from "fflate";
import { docxFile, p, r } from "#tests/docx-file";
import { readFile } from "..";
import { DropLog } from "../intake/drop-log";
import { pathBeside } from "./archive";
import { zipArchive } from "./zip-archive";

const why = (name: string, bytes: Uint8Array) => {
  const result = readFile(name, bytes);
  return result.ok ? null : result.error.reason;
};

describe("an archive", () => {
  test("gives its entries when they are asked for; names that lead out are left out, told", () => {
    const dropped = new DropLog();
    const archive = zipArchive(
      zipSync({
        "a/b.xml": strToU8("one"),
        "../up": strToU8("x"),
        "/etc/x": strToU8("x"),
        "C:/x": strToU8("x"),
      }),
      dropped,
    );
    expect(archive.paths).toEqual(["a/b.xml"]);
    expect(Buffer.from(archive.bytesOf("a/b.xml")!).toString()).toBe("one");
    expect(archive.bytesOf("../up")).toBeNull();
    expect(dropped.entries).toMatchObject([{ what: "entry whose name leads out of the archive", count: 3 }]);
  });

  test("paths beside an entry never lead above its root", () => {
    expect(pathBeside("a/b.xml", "../../../c.png")).toBe("c.png");
    expect(pathBeside("a/b.xml", "/x/y")).toBe("x/y");
    expect(pathBeside("a/b.xml", "./m/z")).toBe("a/m/z");
  });

  test("that unpacks to hundreds of times its size is refused, with the limit named", () => {
    const bomb = zipSync({ "word/document.xml": new Uint8Array(40 * 1024 * 1024) }, { level: 9 });
    expect(why("bomb.docx", bomb)).toMatch(/unpacks to more than 500 times its size, the limit/);
  });

  test("that was cut off, is none, or is of another kind is refused in one sentence", () => {
    const whole = docxFile({ body: p(r("Words")) });
    expect(why("a.docx", whole.subarray(0, whole.length - 40))).toMatch(/damaged or was cut off/);
    expect(why("a.docx", strToU8("no archive"))).toMatch(/not what its name says/);
    expect(why("a.docx", new Uint8Array())).toBe("The file is empty.");
    expect(why("a.docx", zipSync({ "x.txt": strToU8("x") }))).toMatch(/\[Content_Types\]\.xml is missing/);
  });

  test("in the old binary form, or under a password, is refused with what to do", () => {
    const compound = (words: string) => {
      const name = [...words].flatMap((letter) => [letter.charCodeAt(0), 0]);
      return Uint8Array.from([0xd0, 0xcf, 0x11, 0xe0, 0xa1, 0xb1, 0x1a, 0xe1, ...name]);
    };
    expect(why("a.docx", compound("WordDocument"))).toMatch(/old binary form\. Save it as \.docx/);
    expect(why("a.docx", compound("EncryptedPackage"))).toMatch(/protected by a password/);
  });
});

describe("XML that means harm", () => {
  const body = (xml: string) => why("a.docx", docxFile({ body: xml }));

  test("that declares entities is refused, and nothing is expanded or fetched", () => {
    const xml = `<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a "aaaa"><!ENTITY b SYSTEM "file:///etc/passwd">]><w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body><w:p><w:r><w:t>&b;</w:t></w:r></w:p></w:body></w:document>`;
    expect(why("a.docx", docxFile({ body: "", other: { "word/document.xml": xml } }))).toMatch(
      /declares entities/,
    );
  });

  test("10,000 tables or fields inside each other are refused with the limit, or read", () => {
    const tables =
      "<w:tbl><w:tr><w:tc>".repeat(10_000) + p(r("deep")) + "</w:tc></w:tr></w:tbl>".repeat(10_000);
    expect(body(tables)).toMatch(/more than 600 elements inside each other/);
    const begin = `<w:r><w:fldChar w:fldCharType="begin"/></w:r>`;
    expect(body(p(begin.repeat(10_000) + r("deep")))).toBeNull();
  });

  test("that breaks in the middle is told with its part and line", () => {
    const result = readFile("a.docx", docxFile({ body: `\n<w:p>` }));
    expect(result).toMatchObject({
      ok: false,
      error: { reason: expect.stringMatching(/^word\/document\.xml is damaged: /), line: expect.any(Number) },
    });
  });

  test("programs in a file are never kept, which is told", () => {
    const result = readFile(
      "a.docm",
      docxFile({ body: p(r("x")), other: { "word/vbaProject.bin": new Uint8Array(9) } }),
    );
    expect(result).toMatchObject({ ok: true, dropped: [{ what: "macros" }] });
  });
});
