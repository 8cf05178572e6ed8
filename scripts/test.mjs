/**
 * `npm test`: installs what is missing (Chromium too, where it may), then format, lint, types, unit tests, build,
 * end-to-end tests. Ends with one line alone, `N passed, N failed`; each check counts as one, each test as one.
 */
import { spawn, spawnSync } from "node:child_process";
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

function check(name, command, args, more = {}) {
  console.log(`\n== ${name}`);
  tell(name, attempt(command, args, more));
}

function tell(name, ok) {
  if (ok) passed++;
  else {
    failed++;
    console.log(`${name} failed`);
  }
}

/** Checks that run at the same time; what each says is told when all have ended. */
async function checkTogether(checks) {
  const ended = await Promise.all(
    checks.map(
      ([name, command, args]) =>
        new Promise((done) => {
          const child = spawn(command, args, { cwd: root, env, stdio: ["ignore", "pipe", "pipe"] });
          let said = "";
          for (const stream of [child.stdout, child.stderr]) stream.on("data", (data) => (said += data));
          child.on("error", (error) => (said += error.message));
          child.on("close", (status) => done({ name, said, ok: status === 0 }));
        }),
    ),
  );
  for (const { name, said, ok } of ended) {
    console.log(`\n== ${name}\n${said.trim()}`);
    tell(name, ok);
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

// Each of these three keeps one processor busy, mostly.
await checkTogether([
  ["Format", "npx", ["prettier", "--check", "--log-level", "warn", "."]],
  ["Lint", "npx", ["eslint", ".", "--max-warnings", "0"]],
  ["Types", "sh", ["-c", "npx next typegen && npx tsc --noEmit && npx tsc -b projects"]],
]);
check("Build", "node", ["scripts/build.mjs"], { TYPES_CHECKED: "1" });
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
