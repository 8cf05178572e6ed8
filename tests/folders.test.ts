import { expect, test } from "@jest/globals";
import { existsSync, readdirSync, readFileSync } from "node:fs";
import path from "node:path";

/** Folders whose own folders are rooms of their own. */
const PARTED = ["core", "editor", "features", "server"];

/** Sources but tests, from the root of the project. */
const FILES = readdirSync("src", { recursive: true, withFileTypes: true })
  .filter((entry) => entry.isFile() && /\.tsx?$/.test(entry.name) && !/\.test\./.test(entry.name))
  .map((entry) => path.join(entry.parentPath, entry.name));

/** The room of a file: `core/links`, `components`; files that lie directly in a parted folder are its door. */
function roomOf(file: string): string {
  const [, first = "", second = ""] = path.relative(".", file).split(path.sep);
  if (!PARTED.includes(first)) return first;
  return /\.tsx?$/.test(second) ? `${first}/door` : `${first}/${second}`;
}

function resolved(specifier: string, from: string): string | undefined {
  const base = specifier.startsWith("@/")
    ? path.join("src", specifier.slice(2))
    : path.join(path.dirname(from), specifier);
  return [base, `${base}.ts`, `${base}.tsx`, path.join(base, "index.ts")].find(
    (file) => /\.tsx?$/.test(file) && existsSync(file),
  );
}

/** Which rooms each room imports from. */
function imports(): Map<string, Set<string>> {
  const rooms = new Map<string, Set<string>>();
  for (const file of FILES) {
    const room = roomOf(file);
    const known = rooms.get(room) ?? new Set();
    rooms.set(room, known);
    for (const [, specifier] of readFileSync(file, "utf8").matchAll(
      /(?:from|import)\s*\(?\s*"((?:@\/|\.)[^"]*)"/g,
    )) {
      const target = resolved(specifier!, file);
      if (target && roomOf(target) !== room) known.add(roomOf(target));
    }
  }
  return rooms;
}

test("rooms import downward only: from no room do imports lead back to it", () => {
  const rooms = imports();
  expect(rooms.size).toBeGreaterThan(40);
  const circles: string[] = [];
  for (const room of rooms.keys()) {
    const reached = new Set<string>();
    const visit = (one: string) => {
      for (const next of rooms.get(one) ?? []) if (!reached.has(next)) visit(reached.add(next) && next);
    };
    visit(room);
    if (reached.has(room)) circles.push(room);
  }
  expect(circles.sort()).toEqual([]);
});
