/**
 * `npm run bench`: measures the core beside public libraries, then the application in a browser beside the bare engine, and
 * the server; prints the tables of docs/performance.md. `-- core`, `-- links`, `-- formats` or `-- wayfinding` (parts of it), `-- pages`, `-- browser`, `-- readers` or `-- titles` does one of
 * them; the last measures how well titles are recognised in texts of Debian packages. `-- against FOLDER` compares a key with another build.
 */
import { spawnSync } from "node:child_process";
import { cpus, totalmem } from "node:os";
import { ensureBuilt } from "./build.mjs";
import { ensureInstalled, root, run } from "./install.mjs";
import { ensurePageFonts } from "./page-fonts.mjs";

const only = process.argv[2];
ensureInstalled();
const { build } = await import("esbuild");
await build({
  absWorkingDir: root,
  entryPoints: {
    "bench-task": "bench/run-task.ts",
    "bench-names": "bench/tasks.ts",
    "bench-browser": "bench/browser/run.ts",
    "bench-against": "bench/browser/against.ts",
    "bench-readers": "bench/readers/run.ts",
    "bench-readers-load": "bench/readers/load.ts",
    "bench-titles": "bench/titles.ts",
    "bench-pages": "bench/pages/run.ts",
    "bench-pages-measure": "bench/pages/measure.ts",
    "bench-pages-lines": "bench/pages/lines.ts",
  },
  external: ["better-sqlite3", "@playwright/test", "esbuild", "pdfmake", "sharp"],
  outdir: "dist",
  outExtension: { ".js": ".mjs" },
  bundle: true,
  conditions: ["react-server"],
  platform: "node",
  format: "esm",
  target: "node20",
  banner: { js: 'import { createRequire as __r } from "node:module"; const require = __r(import.meta.url);' },
  logLevel: "error",
  // As the threads of the application are built.
  legalComments: "none",
  minifyWhitespace: true,
  minifySyntax: true,
});
const { TASKS } = await import("../dist/bench-names.mjs");

const PAGES = [10, 100, 1000];
const RUNS = { 10: 40, 100: 15, 1000: 7 };

function measure(name, pages) {
  const { stdout, stderr, status } = spawnSync(
    process.execPath,
    ["dist/bench-task.mjs", name, String(pages), String(RUNS[pages])],
    {
      cwd: root,
      encoding: "utf8",
    },
  );
  if (status !== 0) throw new Error(stderr);
  return JSON.parse(stdout);
}

const time = (ms) => (ms < 1 ? ms.toFixed(3) : ms < 100 ? ms.toFixed(1) : ms.toFixed(0));
console.log(
  `${new Date().toISOString().slice(0, 10)}, ${cpus().length} × ${cpus()[0].model}, ${Math.round(totalmem() / 2 ** 30)} GB, Node ${process.version}\n`,
);
if (only === "titles" || !only) run(process.execPath, ["dist/bench-titles.mjs"]);
if (only === "core" || !only) measureCore(TASKS);
if (only === "links") measureCore(TASKS.filter(({ name }) => name.startsWith("links:")));
if (only === "formats") measureCore(TASKS.filter(({ name }) => name.startsWith("formats:")));
if (only === "wayfinding")
  measureCore(TASKS.filter(({ name }) => /^wayfinding:|^contents list$|toc$/.test(name)));
if (only === "pages" || !only) {
  await ensurePageFonts();
  run(process.execPath, ["dist/bench-pages.mjs"]);
  run(process.execPath, ["dist/bench-pages-lines.mjs"]);
}
if (only === "browser" || !only) {
  await ensureBuilt();
  console.log();
  run(process.execPath, ["dist/bench-browser.mjs"]);
}
if (only === "readers" || !only) {
  await ensureBuilt();
  console.log();
  run(process.execPath, ["dist/bench-readers.mjs"]);
}
if (only === "against") {
  await ensureBuilt();
  run(process.execPath, ["dist/bench-against.mjs", process.argv[3] ?? ""]);
}

function measureCore(tasks) {
  const results = new Map();
  for (const { name } of tasks)
    for (const pages of PAGES) {
      process.stderr.write(`${name}, ${pages} pages\n`);
      results.set(`${name} ${pages}`, measure(name, pages));
    }

  console.log(
    "| task | 10 pages | 100 pages | 1,000 pages | peak memory at 1,000 | growth 100 to 1,000 | time beside the library at 1,000 pages |",
  );
  console.log("| --- | --- | --- | --- | --- | --- | --- |");
  for (const { name, beside } of tasks) {
    const [ten, hundred, thousand] = PAGES.map((pages) => results.get(`${name} ${pages}`));
    const ratio =
      beside
        .map((other) => `${(thousand.median / results.get(`${other} 1000`).median).toFixed(2)} × ${other}`)
        .join("; ") || "–";
    console.log(
      `| ${name} | ${time(ten.median)} ms | ${time(hundred.median)} ms | ${time(thousand.median)} ms | ${thousand.peak.toFixed(0)} MB | × ${(thousand.median / hundred.median).toFixed(1)} | ${ratio} |`,
    );
  }
}
