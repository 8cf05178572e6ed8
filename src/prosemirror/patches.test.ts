import { describe, expect, test } from "@jest/globals";
import { createHash } from "node:crypto";
import { existsSync, readFileSync } from "node:fs";
import { schema } from "@/core/kinds";
import { PATCHES } from ".";

/** What stood where something is replaced, as it was looked at when it was: a short hash of its source. */
const LOOKED_AT: Readonly<Record<string, string>> = {
  "Mapping.getMirror": "8cdb5b1ee2e6",
  "NodeType.compatibleContent": "3fb5b488aadb",
  "Fragment.findIndex": "8d9168e77770",
  "Fragment.replaceChild": "6a5add179c34",
  "ReplaceStep.MAP_BIAS": "6b86b273ff34",
  "ReplaceStep.map": "e4d818f27151",
  "ReplaceAroundStep.map": "9cee0c964a1a",
  "AddMarkStep.map": "8eacf1f5a40d",
  "RemoveMarkStep.map": "53b83fefab3f",
};

const hashOf = (source: string) => createHash("sha256").update(source).digest("hex").slice(0, 12);
const json = (file: string) => JSON.parse(readFileSync(file, "utf8")) as Record<string, unknown>;

test("whoever has the schema has what is bent in ProseMirror", () => {
  expect(schema.nodes.doc).toBeDefined();
  expect(PATCHES.map(({ what }) => what).sort()).toEqual(Object.keys(LOOKED_AT).sort());
});

describe.each(PATCHES.map((patch) => [patch.what, patch] as const))("%s", (what, patch) => {
  test("replaces what was looked at; a version that changes it has to be looked at again", () => {
    expect(hashOf(patch.original)).toBe(LOOKED_AT[what]);
  });

  test("is of a version that is pinned and installed", () => {
    const { dependencies } = json("package.json") as { dependencies: Record<string, string> };
    expect(dependencies[patch.package]).toMatch(/^\d+\.\d+\.\d+$/);
    expect(json(`node_modules/${patch.package}/package.json`).version).toBe(dependencies[patch.package]);
  });

  test("names a test that shows what it is for", () => {
    expect(patch.why).toMatch(/\.$/);
    expect(existsSync(patch.shownBy)).toBe(true);
  });
});
