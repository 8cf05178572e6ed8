import { expect, test } from "@jest/globals";
import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";

/** Rows of the table in docs/glossary.md: the word on the screen, and the names in the code. */
function rows(): { word: string; names: string[] }[] {
  return readFileSync("docs/glossary.md", "utf8")
    .split("\n")
    .filter((line) => /^\| [A-Z]/.test(line))
    .map((line) => {
      const [, word = "", names = ""] = line.split("|");
      return { word: word.trim(), names: [...names.matchAll(/`(\w+)`/g)].map(([, name]) => name!) };
    });
}

/** The sources below some folders, joined. */
function sources(...folders: string[]): string {
  return folders
    .flatMap((folder) => readdirSync(folder, { recursive: true, withFileTypes: true }))
    .filter((entry) => entry.isFile() && /\.tsx?$/.test(entry.name) && !/\.test\./.test(entry.name))
    .map((entry) => readFileSync(path.join(entry.parentPath, entry.name), "utf8"))
    .join("\n");
}

/** Without comments and imports: what is left in capitals or between quotes can reach a screen. */
function onScreens(source: string): string {
  return source
    .replace(/\/\*[\s\S]*?\*\//g, "")
    .replace(/^\s*\/\/.*$/gm, "")
    .replace(/^(?:import|export) .*$/gm, "");
}

test("the glossary is true: each word stands on a screen, and each name is declared", () => {
  const all = sources("src");
  const screens = onScreens(sources("src/features", "src/components", "src/app")).toLowerCase();
  const found = rows();
  expect(found.length).toBeGreaterThan(15);
  expect(found.filter(({ word }) => !screens.includes(word.toLowerCase())).map(({ word }) => word)).toEqual(
    [],
  );
  const isDeclared = (name: string) =>
    new RegExp(`\\b(?:class|interface|function|const|type) ${name}\\b`).test(all);
  expect(found.flatMap(({ names }) => names).filter((name) => !isDeclared(name))).toEqual([]);
});
