import { expect, test } from "@jest/globals";
import { readFileSync } from "node:fs";
import path from "node:path";

const { scripts } = JSON.parse(readFileSync("package.json", "utf8")) as { scripts: Record<string, string> };
const entries = Object.entries(scripts).flatMap(([name, command]) => {
  const file = /^node (?:-\S+ )*(scripts\/\S+\.mjs)/.exec(command)?.[1];
  return file ? [[name, file] as const] : [];
});

/** What a file imports before its first line runs, and what those import. */
function importedAtOnce(file: string, known = new Set<string>()): Set<string> {
  for (const [, name] of readFileSync(file, "utf8").matchAll(
    /^(?:import|export)\b[^;]*?["']([^"']+)["'];/gm,
  )) {
    if (known.has(name!)) continue;
    known.add(name!);
    if (name!.startsWith(".")) importedAtOnce(path.join(path.dirname(file), name!), known);
  }
  return known;
}

test("there are commands to be looked at", () =>
  expect(entries.map(([name]) => name)).toEqual(expect.arrayContaining(["demo", "test", "build", "bench"])));

test.each(entries)("npm run %s begins where no package is installed yet", (_name, file) => {
  const packages = [...importedAtOnce(file)].filter((name) => !/^(?:\.|node:)/.test(name));
  expect(packages).toEqual([]);
});
