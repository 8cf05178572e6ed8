/** Makes sure that what the lock file names is installed, and says nothing when it is. */
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { copyFileSync, existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { homedir } from "node:os";
import path from "node:path";
import { fileURLToPath } from "node:url";

export const root = fileURLToPath(new URL("..", import.meta.url));

const quiet = {
  ...process.env,
  NEXT_TELEMETRY_DISABLED: "1",
  npm_config_fund: "false",
  npm_config_audit: "false",
  npm_config_update_notifier: "false",
};

/** Runs a command; stops the process with a line when it fails. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: root, stdio: "inherit", env: quiet, ...options });
  if (result.status !== 0) {
    console.error(`gate-rope: ${command} ${args.join(" ")} did not succeed.`);
    process.exit(result.status ?? 1);
  }
}

/** Installs the packages when the lock file changed since the last time. */
export function ensureInstalled() {
  const hash = createHash("sha256")
    .update(readFileSync(path.join(root, "package-lock.json")))
    .update(process.version)
    .digest("hex");
  const stamp = path.join(root, "node_modules", ".gate-rope-installed");
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === hash) return;
  console.log("Installing packages …");
  run("npm", ["ci", "--ignore-scripts", "--no-audit", "--no-fund", "--loglevel=error"]);
  ensureDatabaseDriver();
  writeFileSync(stamp, hash);
}

/**
 * The database driver is compiled, which takes minutes; the result is kept outside the clone for the next one, by its
 * version, Node's binary interface and the platform.
 */
function ensureDatabaseDriver() {
  const folder = path.join(root, "node_modules", "better-sqlite3");
  const built = path.join(folder, "build", "Release", "better_sqlite3.node");
  const { version } = JSON.parse(readFileSync(path.join(folder, "package.json"), "utf8"));
  const cache = path.join(process.env.XDG_CACHE_HOME || path.join(homedir(), ".cache"), "gate-rope");
  const kept = path.join(
    cache,
    `better-sqlite3-${version}-${process.versions.modules}-${process.platform}-${process.arch}.node`,
  );
  if (existsSync(kept)) {
    mkdirSync(path.dirname(built), { recursive: true });
    copyFileSync(kept, built);
    if (driverWorks()) return;
  }
  console.log("Preparing the database driver (a few minutes, once) …");
  run("npm", ["rebuild", "better-sqlite3", "--loglevel=error"]);
  try {
    mkdirSync(cache, { recursive: true });
    copyFileSync(built, kept);
  } catch {
    // The cache only saves time.
  }
}

function driverWorks() {
  const probe = "const D = require('better-sqlite3'); new D(':memory:').prepare('select 1').get();";
  return spawnSync(process.execPath, ["-e", probe], { cwd: root, stdio: "ignore" }).status === 0;
}
