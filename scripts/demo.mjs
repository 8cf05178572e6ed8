/** `npm run demo`: installs, builds, fills an empty data folder with the demo documents, starts, prints the address. */
import { spawnSync } from "node:child_process";
import { ensureBuilt } from "./build.mjs";
import { ensureInstalled, root } from "./install.mjs";

process.env.NEXT_TELEMETRY_DISABLED = "1";
process.chdir(root);
if (process.argv.includes("--accept-loss")) process.env.GATE_ROPE_ACCEPT_LOSS = "1";
ensureInstalled();
await ensureBuilt();
const seeded = spawnSync(process.execPath, ["dist/seed.mjs"], { stdio: "inherit", cwd: root });
if (seeded.status !== 0) process.exit(seeded.status ?? 1);
const { serve } = await import("./start.mjs");
console.log(`\nGate Rope is running at ${await serve()}\nCtrl-C stops it.`);
