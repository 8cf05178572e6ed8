import { describe, expect, test } from "@jest/globals";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { schema } from "@/core/document";
import { stepFromJSON } from "@/core/steps";
import { readInThread } from ".";

const THREAD = path.resolve("dist/reading-thread.mjs");
const order = (name: string, text: string, folder: string | null = null) => ({
  name,
  source: new TextEncoder().encode(text),
  folder,
});

describe("the reading thread", () => {
  test("answers a document ready to be stored, with its progress on the way", async () => {
    const progress: number[] = [];
    const outcome = await readInThread(THREAD, order("a.md", "# One\n\ntwo words [x](#none)\n"), (done) =>
      progress.push(done),
    );
    if (!outcome.ok) throw new Error(outcome.error.reason);
    const doc = schema.nodeFromJSON(JSON.parse(outcome.json));
    doc.check();
    expect(outcome.summary).toEqual({
      title: "One",
      opening: "two words x",
      words: 4,
      sections: 1,
      brokenLinks: 1,
    });
    expect(progress.length).toBeGreaterThan(2);
    expect(progress).toEqual([...progress].sort((a, b) => a - b));
  });

  test("answers why a file cannot be read, with its line", async () => {
    expect(await readInThread(THREAD, order("a.md", "a\n\u0000"))).toEqual({
      ok: false,
      error: { file: "a.md", reason: "The file is binary, not text.", line: 2 },
    });
  });

  test("takes pictures from the file's folder, and from nowhere else", async () => {
    const folder = mkdtempSync(path.join(tmpdir(), "gate-rope-thread-"));
    writeFileSync(path.join(folder, "in.svg"), "<svg/>".replace("/", " /"));
    writeFileSync(path.join(folder, "..", "gate-rope-outside.svg"), "<svg />");
    const text =
      "![a](in.svg)\n\n![b](../gate-rope-outside.svg)\n\n![c](/etc/hostname)\n\n![d](in.svg?x#y)\n";
    const outcome = await readInThread(THREAD, order("a.md", text, folder));
    if (!outcome.ok) throw new Error(outcome.error.reason);
    expect(outcome.pictures).toHaveLength(1);
    expect(outcome.report.dropped).toMatchObject([{ what: "picture that is not in the file", count: 2 }]);
    const none = await readInThread(THREAD, order("a.md", "![a](in.svg)\n"));
    expect(none.ok && none.pictures).toEqual([]);
  });

  test("counts lines that look like titles where no heading came in, but not of plain text", async () => {
    const titles = async (name: string, text: string) => {
      const outcome = await readInThread(THREAD, order(name, text));
      return outcome.ok ? outcome.report.titles : outcome.error;
    };
    const bold = "<p><b>1. Mortar</b></p><p>Sand and lime.</p><p><b>2. Brick</b></p><p>Clay.</p>";
    expect(await titles("a.html", bold)).toBe(2);
    expect(await titles("a.html", `<h1>Masonry</h1>${bold}`)).toBe(2);
    expect(await titles("a.html", `<h1>Masonry</h1><h2>Walls</h2>${bold}`)).toBeUndefined();
    expect(await titles("a.txt", "1. MORTAR\n\nSand and lime.\n\n2. BRICK\n\nClay.\n")).toBeUndefined();
  });

  test("tells what came in, and in which language", async () => {
    const outcome = await readInThread(
      THREAD,
      order("a.html", `<html lang="de"><h1>Eins</h1><p>Zwei <a href="#x">drei</a></p><svg></svg>`),
    );
    if (!outcome.ok) throw new Error(outcome.error.reason);
    expect(outcome.report).toMatchObject({
      file: "a.html",
      language: { tag: "de", recognised: false },
      cameIn: { words: 3, headings: 1, links: 1, notes: 0 },
    });
  });

  test("that is given a document tells the steps by which that becomes what the file says", async () => {
    const before = await readInThread(THREAD, order("a.md", "# One\n\nTwo.\n"));
    if (!before.ok) throw new Error(before.error.reason);
    const after = await readInThread(THREAD, {
      ...order("a.md", "# One\n\nTwo and three.\n"),
      update: before.json,
    });
    if (!after.ok) throw new Error(after.error.reason);
    let doc = schema.nodeFromJSON(JSON.parse(before.json));
    for (const step of after.steps!) doc = stepFromJSON(step).apply(doc).doc!;
    expect(doc.toJSON()).toEqual(JSON.parse(after.json));
    expect(doc.textContent).toBe("OneTwo and three.");
    expect(after.steps).toHaveLength(1);
  });

  test("that fails tells it instead of taking the server along", async () => {
    const broken = path.join(mkdtempSync(path.join(tmpdir(), "gate-rope-thread-")), "broken.mjs");
    writeFileSync(broken, "throw new Error('out of order');");
    expect(await readInThread(broken, order("a.md", "x"))).toMatchObject({
      ok: false,
      error: { reason: "The file could not be read: out of order" },
    });
  });

  test("that eats all memory is ended with the limit named", async () => {
    const greedy = path.join(mkdtempSync(path.join(tmpdir(), "gate-rope-thread-")), "greedy.mjs");
    // In pieces below the 16 MB that Node leaves a thread beyond its limit: a larger one, at the limit, can end the whole process.
    writeFileSync(greedy, "const all = []; for (;;) all.push(new Array(1e6).fill(0.5));");
    const outcome = await readInThread(greedy, order("a.md", "x"));
    expect(outcome).toMatchObject({
      ok: false,
      error: { reason: expect.stringContaining("2048 MB of memory") },
    });
  }, 60_000);
});
