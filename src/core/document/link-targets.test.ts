import { settingsOf } from "@/core/kinds";
import { describe, expect, test } from "@jest/globals";
import {
  addressOf,
  attachedFileSchema,
  contentOf,
  fileNameOf,
  linkTargetSchema,
  schema,
  targetFromAddress,
  whyNoScheme,
  createDocument,
  type AttachedFile,
} from ".";
import { RegistryStep } from "@/core/steps";

describe("a target from outside", () => {
  test.each([
    { kind: "top" },
    { kind: "words", exact: "dome", before: "the ", after: " is" },
    { kind: "document", document: "abc" },
    { kind: "document", document: "abc", id: "def" },
    { kind: "file", id: "abc", page: 3 },
    { kind: "scheme", url: "irc://net.example/room" },
    { kind: "action", action: { do: "search", words: "dome" } },
    { kind: "action", action: { do: "flagged" } },
  ])("is taken: %j", (target) => expect(linkTargetSchema.safeParse(target).success).toBe(true));

  test.each([
    { kind: "web", url: "javascript:alert(1)" },
    { kind: "web", url: "file:///etc/passwd" },
    { kind: "scheme", url: "javascript:alert(1)" },
    { kind: "scheme", url: " java\nscript:alert(1)" },
    { kind: "scheme", url: "data:text/html,x" },
    { kind: "scheme", url: "https://a.example" },
    { kind: "words", exact: "", before: "", after: "" },
    { kind: "document", document: "../x" },
    { kind: "file", id: "abc", page: 0 },
    { kind: "action", action: { do: "run", code: "x" } },
    { kind: "action", action: { do: "flagged", more: 1 } },
    { kind: "nothing" },
  ])("is refused: %j", (target) => expect(linkTargetSchema.safeParse(target).success).toBe(false));
});

describe("a scheme can be allowed by name", () => {
  test.each(["news", "irc", "xmpp", "sip", "matrix"])("%s", (scheme) =>
    expect(whyNoScheme(scheme)).toBeNull(),
  );
  test.each([
    ["javascript", "can do harm"],
    ["vbscript", "can do harm"],
    ["jscript", "can do harm"],
    ["data", "can do harm"],
    ["file", "can do harm"],
    ["ms-msdt", "can do harm"],
    ["https", "always allowed"],
    ["mailto", "always allowed"],
    ["a b", "A scheme is letters"],
    ["", "A scheme is letters"],
  ])("but %s: %s", (scheme, why) => expect(whyNoScheme(scheme)).toContain(why));

  test("and only then an address of it is a target", () => {
    expect(targetFromAddress("irc://net.example/room")).toBeNull();
    const target = targetFromAddress("irc://net.example/room", ["irc"])!;
    expect(target).toEqual({ kind: "scheme", url: "irc://net.example/room" });
    expect(addressOf(target)).toBe("irc://net.example/room");
    expect(targetFromAddress("javascript:alert(1)", ["javascript"])).toBeNull();
  });
});

describe("the name of an attached file is safe wherever it is unpacked", () => {
  test.each([
    ["plan.pdf", "plan.pdf"],
    ["../../etc/passwd", "passwd"],
    ["C:\\Windows\\system.ini", "system.ini"],
    ["con.txt", "_con.txt"],
    ["LPT1", "_LPT1"],
    ['a<b>:"c|d?.txt', "a_b___c_d_.txt"],
    ["bill\u202efdp.exe", "billfdp.exe"],
    ["line\nbreak\u0000.txt", "linebreak.txt"],
    ["  .hidden. ", "hidden"],
    ["...", "file"],
    ["", "file"],
    ["Übersicht 秋.pdf", "Übersicht 秋.pdf"],
  ])("%j: %j", (given, name) => expect(fileNameOf(given)).toBe(name));

  test("however long it is, with its ending", () => {
    const name = fileNameOf(`${"x".repeat(10_000)}.pdf`);
    expect(name).toHaveLength(154);
    expect(name.endsWith(".pdf")).toBe(true);
    expect(fileNameOf(name)).toBe(name);
  });

  test("and no other comes in", () => {
    const entry = { content: contentOf(new Uint8Array(3)), size: 3, type: "text/plain", removed: false };
    expect(attachedFileSchema.safeParse({ ...entry, name: "plan.pdf" }).success).toBe(true);
    expect(attachedFileSchema.safeParse({ ...entry, name: "../plan.pdf" }).success).toBe(false);
    expect(attachedFileSchema.safeParse({ ...entry, name: "a", type: "text/html\r\nx: y" }).success).toBe(
      false,
    );
    expect(attachedFileSchema.safeParse({ ...entry, name: "a", size: 60_000_000 }).success).toBe(false);
  });
});

test("a file is attached and taken away by steps that can be undone and sent", () => {
  const doc = createDocument([]);
  const entry: AttachedFile = {
    name: "plan.pdf",
    content: contentOf(new Uint8Array()),
    size: 0,
    type: "application/pdf",
    pages: 3,
    removed: false,
  };
  const step = new RegistryStep({ part: "files", id: "file1", entry });
  const sent = RegistryStep.fromJSON(schema, JSON.parse(JSON.stringify(step.toJSON())));
  const attached = sent.apply(doc).doc!;
  attached.check();
  expect(settingsOf(attached).registry.files).toEqual({ file1: entry });
  const undone = step.invert(doc).apply(attached).doc!;
  expect(settingsOf(undone).registry.files).toEqual({});
  expect(() =>
    RegistryStep.fromJSON(schema, { change: { part: "files", id: "x", entry: { ...entry, name: "/" } } }),
  ).toThrow();
});
