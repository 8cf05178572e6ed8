/** Bundles what runs outside Next.js: the command line and the threads. Takes a fraction of a second. */
import { chmodSync, mkdirSync } from "node:fs";
import { fileURLToPath } from "node:url";

const root = fileURLToPath(new URL("..", import.meta.url));

export async function buildTools() {
  const { build } = await import("esbuild");
  mkdirSync(`${root}/dist`, { recursive: true });
  await build({
    absWorkingDir: root,
    entryPoints: {
      "gate-rope": "cli/gate-rope.ts",
      "reading-thread": "src/threads/reading/thread.ts",
      "archive-thread": "src/threads/archive/thread.ts",
      "pdf-thread": "src/threads/pdf/thread.ts",
      "search-thread": "src/server/threads/search-thread.ts",
      "edition-thread": "src/server/threads/edition-thread.ts",
      "listing-thread": "src/server/threads/listing-thread.ts",
      "page-count-thread": "src/threads/page-count/thread.ts",
      settings: "src/server/settings/settings.ts",
      guard: "src/server/http/guard.ts",
      editions: "src/server/editions/editions-before.ts",
      seed: "demo/seed.ts",
    },
    outdir: "dist",
    outExtension: { ".js": ".mjs" },
    bundle: true,
    platform: "node",
    format: "esm",
    target: "node20",
    external: ["better-sqlite3", "sharp"],
    // All of this runs on the server, as `server-only` wants to know.
    conditions: ["react-server"],
    banner: {
      js: 'import { createRequire as __createRequire } from "node:module"; const require = __createRequire(import.meta.url);',
    },
    logLevel: "error",
    legalComments: "none",
    // A thread holds its own text in memory; names stay, for whoever reads where an error came from.
    minifyWhitespace: true,
    minifySyntax: true,
  });
  // What readers' browsers run, on published pages.
  await build({
    absWorkingDir: root,
    entryPoints: {
      "edition-early": "src/edition-script/early.ts",
      "edition-offline": "src/edition-script/offline-worker.ts",
      "edition-read": "src/edition-script/read.ts",
      "edition-search": "src/edition-script/search-worker.ts",
    },
    outdir: "dist",
    bundle: true,
    platform: "browser",
    format: "iife",
    target: "es2022",
    minify: true,
    logLevel: "error",
    legalComments: "none",
  });
  chmodSync(`${root}/dist/gate-rope.mjs`, 0o755);
}
