/** `npm run build`: the application for production and the tools beside it. */
import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { buildTools } from "./build-tools.mjs";
import { ensureInstalled, root, run } from "./install.mjs";
import { ensurePageFonts } from "./page-fonts.mjs";

const SOURCES = [
  "src",
  "cli",
  "demo",
  "package-lock.json",
  "next.config.ts",
  "tsconfig.json",
  "postcss.config.mjs",
  "scripts/build-tools.mjs",
];

/** Changes whenever a source file does. */
function sourceHash() {
  const hash = createHash("sha256");
  const add = (place) => {
    if (statSync(place).isDirectory())
      for (const name of readdirSync(place).sort()) add(path.join(place, name));
    else hash.update(path.relative(root, place)).update(readFileSync(place));
  };
  for (const source of SOURCES) add(path.join(root, source));
  return hash.digest("hex");
}

/** Builds what changed since the last build: nothing, or all of it. */
export async function ensureBuilt() {
  const stamp = path.join(root, ".next", "gate-rope-built");
  const hash = sourceHash();
  await ensurePageFonts();
  await buildTools();
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === hash) return;
  console.log("Building …");
  run("npx", ["next", "build"], { stdio: ["ignore", "inherit", "inherit"] });
  writeFileSync(stamp, hash);
}

if (import.meta.url === pathToFileURL(process.argv[1]).href) {
  ensureInstalled();
  await ensureBuilt();
}
