import { describe, expect, test } from "@jest/globals";
import { readCommand, usage, UsageError } from "./command-line";

describe("the words after gate-rope", () => {
  test.each([
    [["inspect", "a.md"], { name: "inspect", file: "a.md", json: false }],
    [["proof", "--json", "a.html"], { name: "proof", file: "a.html", json: true }],
    [
      ["convert", "a.md", "b.html"],
      { name: "convert", from: "a.md", to: "b.html", contents: null, returns: 0, title: null },
    ],
    [
      ["convert", "a.md", "b.html", "--contents", "1-3", "--returns", "1-2", "--title", "A title"],
      {
        name: "convert",
        from: "a.md",
        to: "b.html",
        contents: { from: 1, to: 3 },
        returns: 2,
        title: "A title",
      },
    ],
    [
      ["convert", "a.md", "b.html", "--contents=2-2", "--returns", "1"],
      { name: "convert", from: "a.md", to: "b.html", contents: { from: 2, to: 2 }, returns: 1, title: null },
    ],
    [["help"], { name: "help" }],
    [["inspect", "--help"], { name: "help" }],
    [[], { name: "help" }],
  ])("%j", (words, command) => expect(readCommand(words)).toMatchObject(command));

  test.each([
    [["inspect", "a", "b"], "inspect takes one file."],
    [["convert", "a", "b", "c"], "convert takes two files, IN and OUT."],
    [["convert", "a", "b", "--returns", "2-3"], "--returns: levels begin at 1, like 1-2."],
    [["convert", "a", "b", "--contents", "0-9"], "--contents: levels are written like 1-3."],
    [["print", "a"], "There is no command “print”. Try gate-rope --help."],
  ])("%j are wrong in one line", (words, line) => {
    expect(() => readCommand(words)).toThrow(UsageError);
    expect(() => readCommand(words)).toThrow(line);
  });

  test("an option that is not known is told by its name", () => {
    expect(() => readCommand(["inspect", "a.md", "--colour"])).toThrow(/--colour/);
  });

  test("usage names each command and the exit status of proof", () => {
    expect(usage()).toMatch(/inspect/);
    expect(usage()).toMatch(/2 when the file cannot be read/);
  });
});

describe("what is said of a PDF", () => {
  const pdf = (...words: string[]) => {
    const command = readCommand(["convert", "a.md", "b.pdf", ...words]);
    return command.name === "convert" ? { ...command.pdf, attach: command.attach } : null;
  };

  test("is written as its options", () => {
    expect(
      pdf("--range", "3-17", "--outline", "0", "--open-at-contents", "--quality", "60", "--untagged"),
    ).toMatchObject({
      pages: { from: 3, to: 17 },
      outline: 0,
      openAtContents: true,
      quality: 60,
      tagged: false,
    });
    expect(pdf("--range", "4")).toMatchObject({ pages: { from: 4, to: 4 } });
    expect(pdf("--attach", "a.csv", "--attach", "b.csv", "--attach-source")).toMatchObject({
      attach: ["a.csv", "b.csv"],
      attachSource: true,
    });
  });

  test.each<[string, object]>([
    [
      "print,copy,read",
      { printing: "highResolution", copying: true, modifying: false, contentAccessibility: true },
    ],
    ["coarse", { printing: "lowResolution", copying: false, modifying: false, contentAccessibility: false }],
    ["", { printing: false, copying: false, modifying: false, contentAccessibility: false }],
    ["change", { printing: false, modifying: true }],
  ])("allows with “%s” just that", (allow, rights) =>
    expect(pdf("--owner", "x", "--allow", allow)).toMatchObject({ owner: "x", rights }),
  );

  test.each([
    [["--range", "a-b"], "--range: pages are written like 3-17."],
    [["--outline", "7"], /--outline: /],
    [["--quality", "x"], /--quality: /],
    [["--allow", "fly"], "--allow: “fly” is not one of print, coarse, change, copy, read."],
    [["--owner", ""], "A password has at least one letter."],
    [["--owner", "ü".repeat(80)], /127 bytes/],
  ] as const)("%j is wrong in one line", (words, line) => {
    expect(() => pdf(...words)).toThrow(UsageError);
    expect(() => pdf(...words)).toThrow(line);
  });
});
