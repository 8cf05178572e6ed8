/** `npm run pictures`: takes the pictures of docs/screenshots again, of the demo documents. */
import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { ensureBuilt } from "./build.mjs";
import { ensureInstalled, root, run } from "./install.mjs";

ensureInstalled();
await ensureBuilt();
const data = mkdtempSync(path.join(tmpdir(), "gate-rope-pictures-"));
process.on("exit", () => rmSync(data, { recursive: true, force: true }));
const env = { ...process.env, GATE_ROPE_DATA: data, E2E_DATA: data, PICTURES: "1" };
const seeded = spawnSync(process.execPath, ["dist/seed.mjs"], { stdio: "inherit", cwd: root, env });
if (seeded.status !== 0) process.exit(seeded.status ?? 1);
run("npx", ["playwright", "test", "--retries=0", ...process.argv.slice(2)], { cwd: root, env });
