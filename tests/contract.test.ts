import { expect, test } from "@jest/globals";
import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import type { Call } from "@/contract/call";

const API = path.resolve("src/app/api");

/** The addresses of the routes as the folders say them, with the methods that each takes. */
function routes(): string[] {
  return readdirSync(API, { recursive: true, encoding: "utf8" })
    .filter((file) => file.endsWith("route.ts") && !file.includes("[...rest]"))
    .flatMap((file) => {
      const address = `/api/${path.dirname(file)}`.replace(/\[(\w+)\]/g, ":$1");
      const source = readFileSync(path.join(API, file), "utf8");
      return [...source.matchAll(/^ {2}(GET|POST|PUT|PATCH|DELETE)\b/gm)].map(
        ([, method]) => `${method} ${address}`,
      );
    })
    .sort();
}

async function calls(): Promise<Call[]> {
  const folder = path.resolve("src/contract");
  const files = readdirSync(folder).filter((file) => !file.endsWith(".test.ts"));
  const modules: object[] = [];
  // One after the other: the loader of tests does not take them at once.
  for (const file of files) modules.push((await import(path.join(folder, file))) as object);
  return modules
    .flatMap((module) => Object.values(module) as unknown[])
    .filter(
      (one): one is Call => typeof one === "object" && one !== null && "path" in one && "method" in one,
    );
}

test("each route of the server is one call of the contract, and each call a route", async () => {
  const told = (await calls()).map(({ method, path: address }) => `${method} ${address}`).sort();
  expect(told).toEqual(routes());
});

test("no window asks the server but by the contract, and no route reads a body by itself", () => {
  const found = (folder: string, pattern: RegExp) =>
    readdirSync(path.resolve(folder), { recursive: true, encoding: "utf8" })
      .filter((file) => /\.tsx?$/.test(file) && !/\.test\./.test(file))
      .filter((file) => pattern.test(readFileSync(path.resolve(folder, file), "utf8")));
  for (const folder of ["src/features", "src/components"]) expect(found(folder, /\bfetch\(/)).toEqual([]);
  for (const folder of ["src/features", "src/components", "src/editor"])
    expect(found(folder, /[`"']\/api\//)).toEqual([]);
  expect(found("src/app/api", /\.json\(\)/)).toEqual([]);
});
