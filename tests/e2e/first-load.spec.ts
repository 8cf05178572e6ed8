import { expect } from "@playwright/test";
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { gzipSync } from "node:zlib";
import { bringIn } from "./desk";
import { test } from "./own-shelf";

const RECORDED = path.join(import.meta.dirname, "../first-load.json");
/** By so much scripts may grow before somebody has to say that it is meant: `UPDATE_FIRST_LOAD=1` records them again. */
const MAX_GROWTH = 1.02;

test("the scripts that a page loads first have not grown", async ({ page, request }) => {
  await bringIn(page, "first.md", "# First\n\nWords.\n");
  const address = await page.getByRole("region", { name: "Imports" }).getByRole("link").getAttribute("href");
  const id = /[a-z0-9]{10}/.exec(address!)![0];
  const sizes: Record<string, number> = {};
  for (const [name, at] of [
    ["shelf", "/"],
    ["write", `/documents/${id}`],
    ["read", `/read/${id}`],
  ] as const) {
    const html = await (await request.get(at)).text();
    const scripts = new Set(html.match(/\/_next\/static\/[\w./~-]+\.js/g));
    expect(scripts.size).toBeGreaterThan(3);
    sizes[name] = 0;
    for (const script of scripts) sizes[name] += gzipSync(await (await request.get(script)).body()).length;
  }
  if (process.env.UPDATE_FIRST_LOAD) writeFileSync(RECORDED, `${JSON.stringify(sizes, null, 2)}\n`);
  const recorded = JSON.parse(readFileSync(RECORDED, "utf8")) as Record<string, number>;
  for (const [name, bytes] of Object.entries(recorded))
    expect(sizes[name], `bytes of packed scripts on ${name}`).toBeLessThanOrEqual(bytes * MAX_GROWTH);
});
