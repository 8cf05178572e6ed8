import { randomBytes } from "node:crypto";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { expect, test } from "@jest/globals";
import { wordsOfFile } from "./words-of-file";

test("the words of a file are all there, and of its bytes next to nothing, wherever they are cut", () => {
  const folder = mkdtempSync(path.join(tmpdir(), "words-"));
  try {
    const file = path.join(folder, "a.html");
    const said = ["Größe ".repeat(60_000), "“End”", "x".repeat(900), "é"];
    const bytes = [1_500, 900_000, 3_000_001, 40].map((size) => randomBytes(size).toString("base64"));
    writeFileSync(
      file,
      said.map((words, i) => `<p>${words}</p><img src="data:image/png;base64,${bytes[i]!}">`).join(""),
    );
    const words = wordsOfFile(file);
    for (const one of said) expect(words).toContain(`<p>${one}</p>`);
    expect(words.length).toBeLessThan(said.join("").length + 6_000);
  } finally {
    rmSync(folder, { recursive: true });
  }
});
