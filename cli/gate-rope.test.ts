import { beforeAll, describe, expect, test } from "@jest/globals";
import { spawnSync } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import type { Inspection } from "./inspect";

const COMMAND = path.resolve("dist/gate-rope.mjs");
let folder: string;

beforeAll(() => {
  folder = mkdtempSync(path.join(tmpdir(), "gate-rope-cli-"));
});

function rope(...words: string[]) {
  const { status, stdout, stderr } = spawnSync(process.execPath, [COMMAND, ...words], {
    cwd: folder,
    encoding: "utf8",
  });
  return { status, out: stdout, err: stderr.trim() };
}
function file(name: string, content: string | Uint8Array): string {
  writeFileSync(path.join(folder, name), content);
  return name;
}
const inspect = (name: string) => JSON.parse(rope("inspect", name, "--json").out) as Inspection;

const MANUAL = `# Manual

See [the log](#log), [spot](#spot), [web](https://example.org), [mail](mailto:a@b.example), [gone](#gone).

## Log {#log}

A <a id="spot" data-name="The spot"></a>spot and <a id="range">a range</a>.

| a | b |
| - | - |
| 1 | 2 |

Table: Numbers

![A dome](dome.svg "The dome")
`;

describe("gate-rope inspect", () => {
  test("tells what is in a document", () => {
    file("dome.svg", '<svg xmlns="http://www.w3.org/2000/svg"/>');
    expect(inspect(file("manual.md", MANUAL))).toEqual({
      title: "Manual",
      words: 21,
      headings: [
        { level: 1, number: "1", text: "Manual", anchor: "manual" },
        { level: 2, number: "1.1", text: "Log", anchor: "log" },
      ],
      bookmarks: [
        { name: "The spot", anchor: "spot", kind: "point" },
        { name: "range", anchor: "range", kind: "range" },
      ],
      links: [
        { text: "the log", kind: "destination", to: "log", lands: true, why: null },
        { text: "spot", kind: "destination", to: "spot", lands: true, why: null },
        { text: "web", kind: "web", to: "https://example.org", lands: true, why: null },
        { text: "mail", kind: "mail", to: "a@b.example", lands: true, why: null },
        {
          text: "gone",
          kind: "destination",
          to: "gone",
          lands: false,
          why: "Nothing here is called “gone”.",
        },
      ],
      figures: [{ caption: "The dome", alt: "A dome", anchor: "the-dome" }],
      tables: [{ caption: "Numbers", anchor: "numbers" }],
      notes: [],
      dropped: [],
    });
    expect(rope("inspect", "manual.md").out).toContain(
      "21 words, 2 headings, 2 bookmarks, 5 links (1 broken), 1 figure, 1 table",
    );
  });

  test("never looks for pictures outside the file's folder", () => {
    file("../outside.svg", '<svg xmlns="http://www.w3.org/2000/svg"/>');
    expect(inspect(file("escape.md", "![x](../outside.svg) ![y](/etc/hostname)\n")).dropped).toMatchObject([
      { what: "picture that is not in the file", count: 2 },
    ]);
  });
});

describe("gate-rope convert", () => {
  test("carries a document through every format and back with all its links", () => {
    file("dome.svg", '<svg xmlns="http://www.w3.org/2000/svg"/>');
    const before = inspect(file("manual.md", MANUAL));
    let from = "manual.md";
    for (const to of ["a.html", "b.gaterope.json", "c.md", "d.html", "e.md"]) {
      expect(rope("convert", from, to)).toMatchObject({ status: 0, err: "" });
      from = to;
    }
    expect(inspect(from)).toEqual(before);
  });

  test("puts a contents list at the front unless there is one, and return links after sections", () => {
    file("short.md", "# One\n\ntext\n\n## Inside\n\ntext\n\n# Two\n\ntext\n");
    expect(
      rope("convert", "short.md", "short.html", "--contents", "1-2", "--returns", "1-2", "--title", "Mine")
        .status,
    ).toBe(0);
    const html = readFileSync(path.join(folder, "short.html"), "utf8");
    expect(html).toContain("<title>Mine</title>");
    expect(html.match(/<nav/g)).toHaveLength(1);
    expect(html.match(/class="return"/g)).toHaveLength(2);
    expect(rope("convert", "short.html", "again.html", "--contents", "1-1").status).toBe(0);
    expect(readFileSync(path.join(folder, "again.html"), "utf8").match(/<nav/g)).toHaveLength(1);
  });

  test("says in one line what was left out, and everything as JSON", () => {
    const page =
      "<h1 id='one'>One</h1><iframe src='x'></iframe><iframe src='y'></iframe><p><a href='#one'>to it</a></p>";
    expect(rope("convert", file("left.html", page), "left.md")).toMatchObject({
      status: 0,
      out: expect.stringMatching(/^Left out: 2 × <iframe>.*\.\n$/),
      err: "",
    });
    const { out } = rope("convert", "left.html", "left.md", "--json");
    expect(JSON.parse(out)).toMatchObject({
      file: "left.md",
      links: { promised: 1, failed: [] },
      dropped: [{ what: "<iframe>", count: 2, why: expect.any(String) }],
    });
  });

  test("an id that every object answers to is refused in one short line", () => {
    file("poison.md", "# One\n\ntext\n");
    rope("convert", "poison.md", "poison.gaterope.json");
    const json = readFileSync(path.join(folder, "poison.gaterope.json"), "utf8");
    const id = /"id":\s*"([^"]+)"/.exec(json)![1]!;
    file("poison.gaterope.json", json.replaceAll(`"${id}"`, '"constructor"'));
    const { status, err } = rope("convert", "poison.gaterope.json", "out.html");
    expect(status).toBe(2);
    expect(err).toMatch(
      /^gate-rope: poison\.gaterope\.json: The file is not a Gate Rope document: .{1,200}$/,
    );
  });

  test("leaves nothing half written", () => {
    file("short.md", "# One\n");
    expect(rope("convert", "short.md", "no/such/folder.html")).toMatchObject({
      status: 2,
      err: "gate-rope: no/such/folder.html: There is no such file or folder.",
    });
    expect(readdirSync(folder).filter((name) => name.includes(".part"))).toEqual([]);
  });
});

describe("gate-rope site", () => {
  test("writes pages, search and fonts, follows every link, and replaces a folder only when told to", () => {
    const manual = file("manual.md", "# Lamps\n\n[Stairs](#stairs)\n\n# Stairs\n\nClimb.\n");
    const made = rope("site", manual, "pages", "--title", "Manual", "--json");
    expect(made).toMatchObject({ status: 0, err: "" });
    expect(JSON.parse(made.out)).toMatchObject({ pages: 2, links: { failed: [] } });
    const written = readdirSync(path.join(folder, "pages"));
    for (const name of ["index.html", "stairs.html", "contents.html", "whole.html", "kept.json", "at"])
      expect(written).toContain(name);
    for (const name of [/^styles-[0-9a-f]{12}\.css$/, /^read-[0-9a-f]{12}\.js$/, /^search-[0-9a-f]{12}\.js$/])
      expect(written).toContainEqual(expect.stringMatching(name));
    expect(readFileSync(path.join(folder, "pages/index.html"), "utf8")).toContain(
      'href="stairs.html#stairs"',
    );
    expect(rope("site", manual, "pages").err).toBe(
      "gate-rope: pages: There is something in this folder. --force replaces it.",
    );
    expect(rope("site", manual, "pages", "--force").status).toBe(0);
    expect(readdirSync(folder).filter((name) => /part$|old$/.test(name))).toEqual([]);
  });
});

describe("gate-rope proof", () => {
  test("ends with 0 when no link is broken, though something is found, and with 1 when one is", () => {
    expect(rope("proof", file("sound.md", "# One\n\n[One](#one)\n"))).toEqual({
      status: 0,
      out: "Nothing found.\n",
      err: "",
    });
    expect(rope("proof", file("level.md", "# One\n\n### Three\n"))).toMatchObject({
      status: 0,
      out: expect.stringContaining("skipped-level"),
    });
    const broken = rope("proof", file("broken.md", "# One\n\n[x](#none)\n"), "--json");
    expect(broken.status).toBe(1);
    expect(JSON.parse(broken.out)).toMatchObject([
      { kind: "broken", says: "The link “x” is broken. Nothing here is called “none”." },
    ]);
  });

  test("ends with 2 and one line when the file cannot be read", () => {
    for (const [name, content, line] of [
      ["bin.md", Uint8Array.of(65, 10, 0), "gate-rope: bin.md:2: The file is binary, not text."],
      ["empty.html", "", "gate-rope: empty.html: The file is empty."],
      [
        "odd.xyz",
        "x",
        "gate-rope: odd.xyz: Unsupported file type. Supported: .html, .md, .txt, .gaterope.json, .docx, .odt and .epub.",
      ],
    ] as const)
      expect(rope("proof", file(name, content))).toEqual({ status: 2, out: "", err: line });
    expect(rope("proof", "missing.md")).toEqual({
      status: 2,
      out: "",
      err: "gate-rope: missing.md: There is no such file or folder.",
    });
  });
});

test.each([
  [["convert", "a.md"], "gate-rope: convert takes two files, IN and OUT."],
  [["inspect"], "gate-rope: inspect takes one file."],
  [["site", "a.md"], "gate-rope: site takes a file and a folder."],
  [["dance"], "gate-rope: There is no command “dance”. Try gate-rope --help."],
  [["convert", "a.md", "b.html", "--contents", "3-1"], "gate-rope: --contents: levels are written like 1-3."],
])("wrong words are answered in one line: %j", (words, line) => {
  expect(rope(...words)).toEqual({ status: 2, out: "", err: line });
});

test("help names every command", () => {
  expect(rope("--help").out).toMatch(/inspect FILE.*convert IN OUT.*proof FILE/s);
});

describe("gate-rope and pages", () => {
  const LONG = `# Manual\n\n[Last](#last)\n\n${"words ".repeat(900)}\n\n## Last {#last}\n\nThe end.\n`;

  test("inspect --pages tells the page of every destination", () => {
    const { out } = rope("inspect", file("long.md", LONG), "--json", "--pages");
    expect((JSON.parse(out) as Inspection).pages).toEqual({
      count: 3,
      destinations: [
        { anchor: "manual", kind: "heading", name: "Manual", page: "1" },
        { anchor: "last", kind: "heading", name: "Last", page: "3" },
      ],
    });
  });

  test.each(["docx", "odt", "epub"])(
    "convert writes .%s with the pages of our layout and follows its links; proof reads it",
    (ending) => {
      const out = `long.${ending}`;
      const { status, out: said } = rope(
        "convert",
        file("long.md", LONG),
        out,
        "--contents",
        "1-2",
        "--json",
      );
      expect(status).toBe(0);
      const { links } = JSON.parse(said) as { links: { promised: number; failed: unknown[] } };
      expect(links.promised).toBeGreaterThan(1);
      expect(links.failed).toEqual([]);
      expect(rope("proof", out)).toMatchObject({ status: 0, err: "" });
    },
    60_000,
  );

  test("convert writes a PDF whole, or not at all", () => {
    const signs = file("signs.md", "# Signs\n\nA sign: \u{13000}.\n");
    expect(rope("convert", signs, "signs.pdf")).toMatchObject({
      status: 1,
      err: "gate-rope: signs.pdf: No font has “\u{13000}”, on page 1 in “Signs”.",
    });
    expect(rope("convert", signs, "signs.pdf", "--allow-missing").status).toBe(0);
    expect(rope("convert", file("long.md", LONG), "long.pdf", "--attach", "long.md")).toEqual({
      status: 0,
      out: "",
      err: "",
    });
    expect(readFileSync(path.join(folder, "long.pdf")).subarray(0, 5).toString()).toBe("%PDF-");
    for (const [words, line] of [
      [["--range", "7-9"], "no.pdf: There is no page 7: the document has 3."],
      [["--range", "x"], "--range: pages are written like 3-17."],
      [["--owner", "x", "--allow", "fly"], "--allow: “fly” is not one of print, coarse, change, copy, read."],
      [["--attach", "none.txt"], "none.txt: There is no such file or folder."],
      [["--opening", "x"], "no.pdf: An opening password needs an owner’s password too, which may change it."],
    ] as const)
      expect(rope("convert", "long.md", "no.pdf", ...words)).toEqual({
        status: 2,
        out: "",
        err: `gate-rope: ${line}`,
      });
    expect(readdirSync(folder).filter((name) => name.startsWith("no.pdf"))).toEqual([]);
  }, 60_000);
});
