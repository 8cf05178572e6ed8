/**
 * `npm test`: installs what is missing (browsers too, where it may), then format, lint, types, unit tests, build,
 * end-to-end tests. Ends with one line alone, `N passed, N failed`; each check counts as one, each test as one.
 */
import { spawn, spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import { homedir } from "node:os";
import path from "node:path";
import { ensureInstalled, root } from "./install.mjs";

const env = { ...process.env, NEXT_TELEMETRY_DISABLED: "1", CI: process.env.CI ?? "", FORCE_COLOR: "0" };
let passed = 0;
let failed = 0;
/** What failed, by name, told once more at the end. */
const failures = [];
/** How long each part took, in seconds. */
const took = [];

async function timed(name, run) {
  const begun = Date.now();
  await run();
  took.push(`${name} ${Math.round((Date.now() - begun) / 1000)} s`);
}

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
    failures.push(name);
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
function tests(name, { command, args, more, report }) {
  console.log(`\n== ${name}`);
  const file = path.join(root, report.file);
  rmSync(file, { force: true });
  const ok = attempt(command, args, more);
  const counts = existsSync(file) ? report.read(JSON.parse(readFileSync(file, "utf8"))) : null;
  passed += counts?.passed ?? 0;
  failed += counts?.failed.length ?? 0;
  failures.push(...(counts?.failed ?? []));
  if (ok ? !counts?.passed : !counts?.failed.length) {
    failed++;
    failures.push(`${name}: ended badly, or without a test`);
  }
}

/** The tests of a report of end-to-end tests, out of suites that hold suites. */
function specsOf(suites) {
  return suites.flatMap(({ specs, suites: inner = [] }) => [...specs, ...specsOf(inner)]);
}

/** Browsers that the tests drive: Chromium has to be there, the others are where they can be installed. Its shell makes them a third quicker. */
const BROWSERS = [
  { file: process.env.CHROMIUM ?? "/usr/bin/chromium", packages: ["chromium"] },
  { file: "/usr/bin/chromium-headless-shell", packages: ["chromium-headless-shell"] },
  { file: process.env.FIREFOX ?? "/usr/bin/firefox-esr", packages: ["firefox-esr"] },
  { file: "/usr/bin/WebKitWebDriver", packages: ["webkit2gtk-driver", "xvfb"] },
];

function ensureBrowsers() {
  const missing = () => BROWSERS.filter(({ file }) => !existsSync(file));
  if (missing().length > 0 && process.getuid?.() === 0) {
    console.log("Installing browsers …");
    attempt("apt-get", ["update", "-qq"]);
    for (const { packages } of missing())
      attempt("apt-get", ["install", "-y", "-qq", "--no-install-recommends", ...packages], {
        DEBIAN_FRONTEND: "noninteractive",
      });
  }
  for (const { file, packages } of missing())
    console.log(`There is no ${file}: install Debian's package ${packages.join(" and ")}.`);
}

/** The schemas by which written files are checked, where they can be fetched; without them those checks are passed over. */
function ensureSchemas() {
  if (existsSync(path.join(env.GATE_SCHEMAS ?? path.join(homedir(), ".cache", "gate-schemas"), "done")))
    return;
  if (!existsSync("/usr/bin/apt-get") || process.getuid?.() !== 0) return;
  console.log("Fetching schemas …");
  attempt(
    "apt-get",
    ["install", "-y", "-qq", "--no-install-recommends", "libxml2-utils", "jing", "python3", "unzip"],
    {
      DEBIAN_FRONTEND: "noninteractive",
    },
  );
  if (!attempt("timeout", ["240", "bash", "tests/checkers/schemas"]))
    console.log("The schemas could not be fetched: .docx files are not checked against them.");
}

await timed("installing", () => {
  ensureInstalled();
  ensureBrowsers();
  ensureSchemas();
});
mkdirSync(path.join(root, "test-results"), { recursive: true });

// Each of these three keeps one processor busy, mostly.
await timed("checks", () =>
  checkTogether([
    ["Format", "npx", ["prettier", "--check", "--log-level", "warn", "."]],
    ["Lint", "npx", ["eslint", ".", "--max-warnings", "0"]],
    ["Types", "sh", ["-c", "npx next typegen && npx tsc --noEmit && npx tsc -b projects"]],
  ]),
);
await timed("build", () => check("Build", "node", ["scripts/build.mjs"], { TYPES_CHECKED: "1" }));
await timed("unit tests", () =>
  tests("Unit tests", {
    command: "npx",
    args: ["jest", "--json", "--outputFile=test-results/unit.json"],
    more: { NODE_OPTIONS: "--experimental-vm-modules" },
    report: {
      file: "test-results/unit.json",
      read: (report) => ({
        passed: report.numPassedTests,
        failed: report.testResults.flatMap(({ name, status, assertionResults }) => {
          const tests = assertionResults.filter((one) => one.status === "failed");
          return tests.length === 0 && status === "failed" ? [name] : tests.map((one) => one.fullName);
        }),
      }),
    },
  }),
);
await timed("end-to-end tests", () =>
  tests("End-to-end tests", {
    command: "npx",
    args: ["playwright", "test"],
    report: {
      file: "test-results/e2e.json",
      read: ({ stats, suites }) => ({
        passed: stats.expected,
        failed: specsOf(suites).flatMap(({ file, title, tests }) =>
          tests
            .filter(({ status }) => status === "unexpected" || status === "flaky")
            .map(() => `${file} › ${title}`),
        ),
      }),
    },
  }),
);

console.log(`\nTook: ${took.join(", ")}.`);
for (const name of failures) console.log(`Failed: ${name}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exitCode = failed > 0 ? 1 : 0;
