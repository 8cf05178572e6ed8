/**
 * `npm test`: installs what is missing (Chromium too, where it may), then format, lint, types, unit tests, build,
 * end-to-end tests. Ends with one line alone, `N passed, N failed`; each check counts as one, each test as one.
 */
import { spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import path from "node:path";
import { ensureInstalled, root } from "./install.mjs";

const env = { ...process.env, NEXT_TELEMETRY_DISABLED: "1", CI: process.env.CI ?? "", FORCE_COLOR: "0" };
let passed = 0;
let failed = 0;

function attempt(command, args, more = {}) {
  return (
    spawnSync(command, args, { cwd: root, stdio: ["ignore", "inherit", "inherit"], env: { ...env, ...more } })
      .status === 0
  );
}

function check(name, command, args) {
  console.log(`\n== ${name}`);
  if (attempt(command, args)) passed++;
  else {
    failed++;
    console.log(`${name} failed`);
  }
}

/** Tests of one runner; where its report is missing or it failed without a failed test, that is one failure. */
function tests(name, command, args, more, report) {
  console.log(`\n== ${name}`);
  rmSync(path.join(root, report.file), { force: true });
  const ok = attempt(command, args, more);
  const counts = existsSync(path.join(root, report.file))
    ? report.read(JSON.parse(readFileSync(path.join(root, report.file), "utf8")))
    : null;
  passed += counts?.passed ?? 0;
  failed += counts?.failed ?? 0;
  if (!ok && !counts?.failed) failed++;
  if (ok && !counts?.passed) failed++;
}

function ensureChromium() {
  const known = process.env.CHROMIUM ?? "/usr/bin/chromium";
  if (existsSync(known)) return;
  if (process.getuid?.() === 0) {
    console.log("Installing Chromium …");
    attempt("apt-get", ["update", "-qq"]);
    attempt("apt-get", ["install", "-y", "-qq", "--no-install-recommends", "chromium"], {
      DEBIAN_FRONTEND: "noninteractive",
    });
  }
  if (!existsSync(known))
    console.log(`There is no Chromium at ${known}: install Debian's package chromium, or set CHROMIUM.`);
}

ensureInstalled();
ensureChromium();
mkdirSync(path.join(root, "test-results"), { recursive: true });

check("Format", "npx", ["prettier", "--check", "--log-level", "warn", "."]);
check("Lint", "npx", ["eslint", ".", "--max-warnings", "0"]);
check("Types", "sh", ["-c", "npx next typegen && npx tsc --noEmit"]);
check("Build", "node", ["scripts/build.mjs"]);
tests(
  "Unit tests",
  "npx",
  ["jest", "--json", "--outputFile=test-results/unit.json"],
  { NODE_OPTIONS: "--experimental-vm-modules" },
  {
    file: "test-results/unit.json",
    read: (report) => ({
      passed: report.numPassedTests,
      failed: report.numFailedTests + report.numRuntimeErrorTestSuites,
    }),
  },
);
tests(
  "End-to-end tests",
  "npx",
  ["playwright", "test"],
  {},
  {
    file: "test-results/e2e.json",
    read: (report) => ({
      passed: report.stats.expected,
      failed: report.stats.unexpected + report.stats.flaky,
    }),
  },
);

console.log(`\n${passed} passed, ${failed} failed`);
process.exitCode = failed > 0 ? 1 : 0;
